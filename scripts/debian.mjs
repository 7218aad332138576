// What Debian's packages bring is installed where it is missing, beside whatever else is done
// meanwhile. Plain Node, no packages of npm's.
import { finished, isRoot, say, start, stop } from './lib.mjs';

const SUDO = isRoot ? [] : ['sudo', '-n'];
/** apt-get with its output shown; what it wants to be asked, it takes as usual. */
function apt(...args) {
  const [command, ...rest] = [...SUDO, 'apt-get', ...args];
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  return finished(start(command, rest, { env }));
}

/** One at a time: apt-get locks out a second. */
let before = Promise.resolve();
let updated = false;

/**
 * Installs the first of `names` that can be, unless it is there.
 * @param {string[]} names packages, the one best liked first
 * @param {() => boolean} present whether one of them is there
 * @returns {Promise<void>} ends the script with a sentence where none could be installed
 */
export function ensureDebian(names, present) {
  before = before.then(async () => {
    if (present()) return;
    for (const name of names) {
      say(`Installing ${name} from Debian's packages…`);
      if (!updated) await apt('update', '-q');
      updated = true;
      await apt('install', '-y', '-q', '--no-install-recommends', name);
      if (present()) return;
    }
    stop(
      `Twin Shot needs ${names.join(' or ')}, and could not install it. ` +
        `Ask an administrator for: apt-get install ${names[0]}`,
    );
  });
  return before;
}
