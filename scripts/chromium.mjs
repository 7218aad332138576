// Debian's Chromium, as tests, pictures and measurements run it: no sandbox as root, no display, and
// nothing of its own on the network.
import { existsSync } from 'node:fs';
import { ensureDebian } from './debian.mjs';

/**
 * By package, the one best liked first: the shell is the same engine without windows and what belongs
 * to them, which takes a sixth less time over the same tests.
 */
const BUILDS = {
  'chromium-headless-shell': '/usr/bin/chromium-headless-shell',
  chromium: '/usr/bin/chromium',
};
const present = () => Object.values(BUILDS).find((path) => existsSync(path));

export const CHROMIUM = {
  /** Looked for when it is asked for: it may be installed after this is read. */
  get executablePath() {
    return present();
  },
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
  ensureDebian(Object.keys(BUILDS), () => present() !== undefined);
