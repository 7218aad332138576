import type { App } from './harness.ts';
import { ask } from './harness.ts';

/** Enters an instrument; answers with its number and the key it sends by. */
export const makeInstrument = async ({ url }: App, name: string, kind = 'thermometer') =>
  (await ask('POST', `${url}/api/devices`, { name, kind })).body as { id: number; key: string };
/** Sends readings by an instrument's key. */
export async function sendReadings({ url }: App, key: string, readings: unknown) {
  const reply = await fetch(`${url}/api/devices/readings`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', authorization: `Bearer ${key}` },
    body: JSON.stringify({ readings }),
  });
  return {
    status: reply.status,
    body: (await reply.json()) as {
      readings: { flag: string | null; says: string }[];
      logged: number;
      detail: string;
    },
  };
}
/** Puts an instrument into a cup of a session. */
export const putInCup = ({ url }: App, id: number, session: number, cup: string) =>
  ask('PUT', `${url}/api/devices/${id}/binding`, { session, target: { kind: 'cup', key: cup } });
