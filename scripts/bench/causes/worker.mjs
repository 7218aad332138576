// A worker thread does not inherit the loader of TypeScript: it is registered here.
import { register } from 'tsx/esm/api';

register();
await import('./work.ts');
