// What serves one shop: the app, the stand-ins of a demo's instruments, and the backups. Each is
// kept running until all are taken down.
import { spawnSync } from 'node:child_process';
import { answers, join, root, say, script, start } from './lib.mjs';
import { keepRunning } from './supervise.mjs';

const GIVEN_UP =
  'The app ended again and again and is given up. What it said stands above; everything recorded is kept.';

/** The app, in a process group of its own, so that Ctrl-C reaches it through us and in order. */
const app = ({ dist, env, on }) =>
  keepRunning(
    () => {
      const child = start(process.execPath, [join(root, 'scripts', 'serve.mjs'), dist], {
        env: { ...process.env, ...env, NODE_ENV: 'production' },
        detached: true,
        stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      });
      child.on('message', ({ open }) => open && on.asked(open));
      return child;
    },
    {
      ended: (how, wait) => {
        say(
          `The app ended (${how}); it is started again in ${wait / 1000} s. Nothing recorded is lost.`,
        );
        setTimeout(on.changed, wait + 200);
      },
      givenUp: () => on.givenUp(GIVEN_UP),
    },
  );

/** Stand-ins for instruments: they follow a running session while the shop's switch is on. */
function standIns({ dist, address, env }) {
  const { status, stdout } = spawnSync(process.execPath, [join(dist, 'scripts', 'standIns.mjs')], {
    cwd: root,
    env: { ...process.env, ...env },
    encoding: 'utf8',
  });
  if (status !== 0) return null;
  return keepRunning(
    () =>
      script(dist, 'simulate', [], {
        ...env,
        TWIN_SHOT_URL: address,
        STAND_IN_KEYS: stdout.trim().split('\n').at(-1),
      }),
    { givenUp: () => say('The stand-ins ended and are given up; everything else goes on.') },
  );
}

const backups = ({ env }) =>
  keepRunning(
    () =>
      start(process.execPath, [join(root, 'scripts', 'backup.mjs'), '--watch'], {
        env: { ...process.env, ...env },
      }),
    { givenUp: () => say('Backups are given up: nothing is backed up until the next start.') },
  );

/**
 * Serves a shop until it is taken down.
 * @param {{dist: string, address: string, env: Record<string, string>, on: {asked: (shop: string) =>
 * void, changed: () => void, givenUp: (why: string) => void}}} shop `on.asked` is told when the app
 * is to serve the other shop
 */
export async function serve(shop) {
  const pieces = { app: app(shop) };
  const down = () =>
    Promise.all([pieces.bench?.stop(0), pieces.backups?.stop(0), pieces.app.stop()]);
  const up = await answers(`${shop.address}/api/health`, 30);
  if (up) Object.assign(pieces, { bench: standIns(shop), backups: backups(shop) });
  return {
    up,
    down,
    processes: () => ({
      app: pieces.app.child?.pid ?? null,
      bench: pieces.bench?.child?.pid ?? null,
    }),
  };
}
