// Gives the stand-in probes their keys for this run, and prints them as JSON for the process that
// speaks for them.
import { randomBytes } from 'node:crypto';
import { hashOf } from '../src/service/devices.ts';
import { closeDatabase } from '../src/store/database.ts';
import { insertDevice } from '../src/store/devices.ts';

const keys = ['Stand-in probe 1', 'Stand-in probe 2', 'Stand-in probe 3'].map((name) => ({
  name,
  key: randomBytes(24).toString('base64url'),
}));
for (const { name, key } of keys) await insertDevice(name, 'thermometer', hashOf(key), true);
console.log(JSON.stringify(keys.map((key) => key.key)));
await closeDatabase();
