// How walks and the bench see the composer: the page with the phone beside it, where an edit is to be seen twice.

/** Whoever tries the composer here wished for the phone beside the page, and is asked nothing else. */
export const phoneBeside = () => {
  // On the studio's host: sites keep nothing of it.
  if (location.hostname !== "localhost") return;
  try {
    localStorage.setItem(
      "webitor.view",
      localStorage.getItem("webitor.view") ?? '{"sideBySide":true,"widthPx":1180,"zoom":"fit"}',
    );
  } catch {
    // A page that may keep nothing shows no composer.
  }
};
