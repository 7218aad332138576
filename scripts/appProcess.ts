import type { ChildProcess } from 'node:child_process';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { root } from './lib.mjs';

/**
 * One app process on a port of its own, for tests and trials: stopped, and begun again on the same
 * port.
 */
export class AppProcess {
  private child: ChildProcess | null = null;
  readonly url: string;
  /** @param told what else stands in its environment */
  constructor(
    private readonly dist: string,
    private readonly database: string,
    private readonly port: number,
    private readonly told: Record<string, string> = {},
  ) {
    this.url = `http://127.0.0.1:${port}`;
  }
  /** Resolves when it listens, or has ended. */
  async begin(): Promise<void> {
    const child = spawn(process.execPath, [join(root, 'scripts', 'serve.mjs'), this.dist], {
      env: {
        ...process.env,
        DATABASE_URL: this.database,
        HOST: '127.0.0.1',
        PORT: String(this.port),
        NODE_ENV: 'production',
        ...this.told,
      },
      stdio: ['ignore', 'pipe', 'ignore'],
    });
    this.child = child;
    // Read on to the end: who writes to a pipe nobody reads is killed by it.
    await new Promise<void>((resolve) => {
      child.stdout.on('data', (line) => String(line).includes('listening') && resolve());
      child.once('exit', () => resolve());
    });
  }
  /** Of the process while it runs. */
  get pid(): number | undefined {
    return this.child?.exitCode === null && this.child.signalCode === null
      ? this.child.pid
      : undefined;
  }
  async stop(signal: NodeJS.Signals = 'SIGKILL'): Promise<void> {
    if (!this.child || this.pid === undefined) return;
    this.child.kill(signal);
    await once(this.child, 'exit');
  }
}
