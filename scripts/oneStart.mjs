// Of two starts at once the second waits for the first.
import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';

const alive = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
};

/** Takes the file for this process; answers with who has it, or null when it is ours. */
export function takeTurn(file) {
  mkdirSync(dirname(file), { recursive: true });
  for (;;) {
    try {
      const held = openSync(file, 'wx');
      writeSync(held, String(process.pid));
      closeSync(held);
      return null;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
      const pid = Number(readFileSync(file, 'utf8'));
      if (pid > 0 && alive(pid)) return pid;
      rmSync(file, { force: true });
    }
  }
}
export { alive };
