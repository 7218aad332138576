// Keeps a piece of the shop running: started again when it ends, each time a little later, until it
// is given up.
const WAITS = [200, 500, 1000, 2000, 4000, 8000];
/** ms a piece must have run for its earlier ends to be forgotten. */
const STEADY = 60_000;

/** How long to wait before the next try; null when it has ended too often to go on. */
export function patience() {
  let tries = 0;
  let since = Date.now();
  return () => {
    if (Date.now() - since > STEADY) tries = 0;
    since = Date.now();
    return tries < WAITS.length ? WAITS[tries++] : null;
  };
}

/**
 * @param begin starts it, answering with its child process
 * @param on.ended told that it ended, and in how many ms it is tried again
 * @param on.givenUp told when it is not tried again
 */
export function keepRunning(begin, on) {
  const next = patience();
  let stopped = false;
  let child = null;
  const go = () => {
    if (stopped) return;
    child = begin();
    child.once('exit', (code, signal) => {
      if (stopped) return;
      const wait = next();
      if (wait === null) return on.givenUp(code);
      on.ended?.(signal ?? code, wait);
      setTimeout(go, wait);
    });
  };
  go();
  return {
    get child() {
      return child;
    },
    /** Ends it, politely first. */
    async stop(late = 4000) {
      stopped = true;
      if (!child || child.exitCode !== null || child.signalCode !== null) return;
      const gone = new Promise((resolve) => child.once('exit', resolve));
      child.kill('SIGTERM');
      const hard = setTimeout(() => child.kill('SIGKILL'), late);
      await gone;
      clearTimeout(hard);
    },
  };
}

/** Looks every so often whether it still stands, and sets it up again where it does not. */
export function keepStanding(stands, setUp, on, every = 1000) {
  const next = patience();
  let stopped = false;
  let timer = null;
  const look = async () => {
    if (stopped) return;
    if (!stands()) {
      const wait = next();
      if (wait === null) return on.givenUp();
      on.ended?.(wait);
      await new Promise((resolve) => setTimeout(resolve, wait));
      if (!stopped) setUp();
    }
    timer = setTimeout(look, every);
  };
  timer = setTimeout(look, every);
  return () => {
    stopped = true;
    clearTimeout(timer);
  };
}
