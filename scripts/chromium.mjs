// Debian's Chromium, as tests, pictures and measurements run it: no sandbox as root, no display, and
// nothing of its own on the network.
import { existsSync } from 'node:fs';
import { ensureDebian } from './lib.mjs';

export const CHROMIUM = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
/** Installs it where it is missing. */
export const ensureChromium = () =>
  ensureDebian('chromium', () => existsSync(CHROMIUM.executablePath));
