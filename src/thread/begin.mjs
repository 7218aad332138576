// A thread beside the server's own. It does not inherit the loader of TypeScript: it is registered
// here.
import { workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
await import(new URL(workerData.does, import.meta.url).href);
