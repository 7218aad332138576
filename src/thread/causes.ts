// In a thread of the server's, bundled apart from the app (`scripts/threads.mjs`).
import { parentPort } from 'node:worker_threads';
import type { CausesAsked } from '../core/causes/index.ts';
import { causesTold } from '../core/causes/index.ts';

parentPort!.on('message', (asked: CausesAsked) => parentPort!.postMessage(causesTold(asked)));
