import { existsSync } from 'node:fs';

const PROGRAM = '/usr/bin/chromium-headless-shell';

/** Debian's Chromium without what draws its own window: a seventh less to work for the same pages. */
export const chromium = { debian: 'chromium-headless-shell', present: () => existsSync(PROGRAM) };

/** How it is launched, here and by whoever measures or takes pictures. */
export const launch = {
  executablePath: PROGRAM,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync'
  ]
};
