import { AsyncLocalStorage } from 'node:async_hooks';

const acting = new AsyncLocalStorage<string>();

/** Does something in the name of a person or a tablet: whatever is kept of it says so. */
export const actingAs = <T>(name: string, work: () => T): T => acting.run(name, work);

/** In whose name something is done now; the shop's own where nobody signed in. */
export const actor = (): string => acting.getStore() ?? 'the shop';
