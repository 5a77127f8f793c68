// The browser of tests, bench and pictures: Chromium without its own windows, which would draw themselves beside each
// page. It asks no network for anything.
export const launchOptions = {
  executablePath: "/usr/bin/chromium-headless-shell",
  args: [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
  ],
};
