import type { ChildProcess } from 'node:child_process';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { root } from '../../lib.mjs';

/** One app process on a port of its own, killed and begun again on the same. */
export class AppProcess {
  private child: ChildProcess | null = null;
  readonly url: string;
  constructor(
    private readonly dist: string,
    private readonly database: string,
    private readonly port: number,
    private readonly told: Record<string, string> = {},
  ) {
    this.url = `http://127.0.0.1:${port}`;
  }
  async begin(): Promise<void> {
    const child = spawn(process.execPath, [join(root, 'scripts', 'serve.mjs'), this.dist], {
      env: {
        ...process.env,
        DATABASE_URL: this.database,
        HOST: '127.0.0.1',
        PORT: String(this.port),
        NODE_ENV: 'production',
        TWIN_SHOT_LOG_LEVEL: 'silent',
        ...this.told,
      },
      stdio: ['ignore', 'pipe', 'ignore'],
    });
    this.child = child;
    await new Promise<void>((resolve) => {
      child.stdout.on('data', (line) => String(line).includes('listening') && resolve());
      child.once('exit', () => resolve());
    });
  }
  get pid(): number | undefined {
    return this.child?.exitCode === null && this.child.signalCode === null
      ? this.child.pid
      : undefined;
  }
  async kill(): Promise<void> {
    if (!this.child || this.pid === undefined) return;
    this.child.kill('SIGKILL');
    await once(this.child, 'exit');
  }
}

/** MB of memory a process holds now. */
export const memoryOf = async (pid: number): Promise<number> => {
  const { readFile } = await import('node:fs/promises');
  return (
    Number(/VmRSS:\s+(\d+)/.exec(await readFile(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1000
  );
};
