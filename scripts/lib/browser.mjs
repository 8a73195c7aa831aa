// The browser of the tests, the benches and the pictures: Debian's Chromium without its window, which has no toolbar to
// draw.
export const BROWSER_PACKAGE = 'chromium-headless-shell';
export const BROWSER = {
  executablePath: `/usr/bin/${BROWSER_PACKAGE}`,
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
};
