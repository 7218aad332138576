// Fold of a 3,000-event session, warm, in this process: milliseconds.
import { fold } from '../../src/core/session/index.ts';
import { closeDatabase } from '../../src/store/database.ts';
import { eventsAfter, snapshotOf } from '../../src/store/log.ts';
import { row } from '../../src/store/query.ts';

const { id } = (await row<{ id: number }>("SELECT id FROM sessions WHERE name = 'Day 1'"))!;
const snapshot = (await snapshotOf(id))!;
const events = (await eventsAfter(id, 0)).slice(0, 3000);
/** Folds before its functions are compiled for good, and folds measured. */
const [WARM, MEASURED] = [60, 100];
const times = Array.from({ length: WARM + MEASURED }, () => {
  const since = performance.now();
  fold(snapshot, events);
  return performance.now() - since;
})
  .slice(WARM)
  .sort((one, other) => one - other);
console.log(JSON.stringify({ events: events.length, p50: times[49], p95: times[94] }));
await closeDatabase();
