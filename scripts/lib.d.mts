export const root: string;
export const freePort: () => Promise<number>;
export const isRoot: boolean;
export const existsSync: (path: string) => boolean;
export const build: (dist: string) => void;
export const join: (...parts: string[]) => string;
export const finished: (child: import('node:child_process').ChildProcess) => Promise<number>;
export const tsx: (
  file: string,
  args?: string[],
  env?: Record<string, string>,
) => import('node:child_process').ChildProcess;
