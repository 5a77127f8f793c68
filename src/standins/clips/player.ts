// The script of the stand-in's player, as it is sent to browsers: reads what was asked for from its address, remembers the
// loudness, and tells the page around it what happens.
export const playerScript = `(() => {
  const asked = new URLSearchParams(location.search);
  const video = document.querySelector("video");
  const more = document.getElementById("more");
  const number = (name) => Math.max(0, Number(asked.get(name)) || 0);
  const tell = (what) => parent !== window && parent.postMessage({ clips: what, at: video.currentTime }, "*");
  const [from, to] = [number("from"), number("to")];
  video.muted = asked.get("mute") === "1";
  video.controls = asked.get("controls") !== "none";
  if (asked.get("full") === "0") video.setAttribute("controlslist", "nofullscreen");
  try {
    const kept = Number(localStorage.getItem("clips.loudness") ?? 1);
    video.volume = kept >= 0 && kept <= 1 ? kept : 1;
    localStorage.setItem("clips.loudness", String(video.volume));
  } catch {}
  const wanted = asked.get("captions");
  for (const track of video.textTracks) track.mode = track.language === wanted ? "showing" : "disabled";
  video.addEventListener("loadedmetadata", () => { if (from) video.currentTime = from; });
  const ended = () => {
    if (asked.get("loop") === "1") { video.currentTime = from; void video.play(); return; }
    video.pause();
    if (asked.get("end") !== "still") more.hidden = false;
    tell("ended");
  };
  video.addEventListener("timeupdate", () => { if (to && video.currentTime >= to) ended(); });
  video.addEventListener("ended", ended);
  video.addEventListener("playing", () => { if (asked.get("controls") === "resting") video.controls = false; tell("playing"); });
  video.addEventListener("pause", () => { if (asked.get("controls") === "resting") video.controls = true; });
  const turn = () => void (video.paused ? video.play() : video.pause());
  video.tabIndex = 0;
  video.addEventListener("click", () => { if (!video.controls) turn(); });
  video.addEventListener("keydown", (event) => { if (!video.controls && event.key === " ") { event.preventDefault(); turn(); } });
  if (asked.get("play") === "1") video.play().catch(() => { video.controls = true; });
  tell("ready");
})();
`;
