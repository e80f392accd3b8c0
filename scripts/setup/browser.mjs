import { existsSync } from 'node:fs';

/** Without what draws its own window it has a seventh less to do for the same pages; where the whole one is there already, it does. */
const PROGRAMS = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];
const installed = () => PROGRAMS.find((program) => existsSync(program));

/** Debian's Chromium. */
export const chromium = {
  debian: 'chromium-headless-shell',
  present: () => installed() !== undefined
};

/** How it is launched, here and by whoever measures or takes pictures. */
export const launch = {
  executablePath: installed() ?? PROGRAMS[0],
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
