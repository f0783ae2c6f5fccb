import { existsSync } from 'node:fs';

/** Where Debian puts its Chromium; CHROMIUM_PATH names another. Undefined when there is none. */
export const findChromium = () =>
  [process.env.CHROMIUM_PATH, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
    (path) => path && existsSync(path),
  );

/** Flags for a headless browser without a network and without a graphics card. */
export const chromiumArgs = [
  '--no-sandbox',
  '--disable-dev-shm-usage',
  '--force-color-profile=srgb',
  '--font-render-hinting=none',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
];
