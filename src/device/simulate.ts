// The stand-in bench: a process of its own that follows the running session over the same open
// protocol a real instrument speaks. Wants TWIN_SHOT_URL and STAND_IN_KEYS, a JSON list of keys,
// one for each probe.
import type { AnyEvent, Snapshot } from '../core/session/index.ts';
import { cupsInHand, runInHand } from '../core/session/index.ts';
import type { StandIn } from './standIn.ts';
import { standIn } from './standIn.ts';

const url = process.env.TWIN_SHOT_URL ?? 'http://127.0.0.1:4310';
const keys = JSON.parse(process.env.STAND_IN_KEYS ?? '[]') as string[];
/** s between readings, and between looks for another session */
const BEAT = 1;
const LOOK = 3;

const ask = async <T>(
  path: string,
  init?: Omit<RequestInit, 'headers'> & { headers?: Record<string, string> },
): Promise<T | null> => {
  const reply = await fetch(url + path, {
    ...init,
    headers: { 'content-type': 'application/json', ...init?.headers },
    signal: AbortSignal.timeout(5000),
  }).catch(() => null);
  return reply?.ok ? ((await reply.json()) as T) : null;
};

interface Probe {
  id: number;
  session: number | null;
  target: { kind: string; key: string } | null;
}
let on: { session: number; seq: number; bench: StandIn } | null = null;
const followed = () => on;

/** Takes up the session that runs, when there is one and the switch is on. */
async function look(): Promise<void> {
  const [shop, running] = await Promise.all([
    ask<{ standIns: boolean }>('/api/shop'),
    ask<{ session: number; status: string }>('/api/running'),
  ]);
  if (!shop?.standIns || running?.status !== 'running') {
    on = null;
    return;
  }
  if (on?.session === running.session) return;
  const opened = await ask<{ snapshot: Snapshot; events: AnyEvent[] }>(
    `/api/sessions/${running.session}`,
  );
  if (opened)
    on = {
      session: running.session,
      seq: opened.events.at(-1)?.seq ?? 0,
      bench: standIn(opened.snapshot, opened.events, running.session, Date.now()),
    };
}

/** Each probe stands in a cup of the run in hand; one a maker has put elsewhere is left there. */
async function place(session: number, bench: StandIn): Promise<Map<number, string>> {
  const devices = (await ask<(Probe & { standIn: boolean; kind: string })[]>('/api/devices')) ?? [];
  const probes = devices.filter((device) => device.standIn && device.kind === 'thermometer');
  const run = runInHand(bench.state);
  const cups = run
    ? cupsInHand(bench.state, run)
        .filter((cup) => cup.charges > 0)
        .map((cup) => cup.key)
    : [];
  const taken = new Set(
    devices
      .filter((device) => device.session === session && device.target?.kind === 'cup')
      .map((device) => device.target!.key),
  );
  const stands = new Map<number, string>();
  for (const [index, probe] of probes.entries()) {
    if (probe.session === session && probe.target?.kind === 'cup')
      stands.set(index, probe.target.key);
    else {
      const free = cups.find((cup) => !taken.has(cup));
      if (free === undefined) continue;
      taken.add(free);
      if (
        await ask(`/api/devices/${probe.id}/binding`, {
          method: 'PUT',
          body: JSON.stringify({ session, target: { kind: 'cup', key: free } }),
        })
      )
        stands.set(index, free);
    }
  }
  return stands;
}

for (let beat = 0; ; beat++) {
  const began = Date.now();
  if (beat % LOOK === 0) await look();
  const here = followed();
  if (here) {
    const { session, bench } = here;
    const fresh =
      (await ask<AnyEvent[]>(`/api/sessions/${session}/events?after=${here.seq}`)) ?? [];
    for (const event of fresh) {
      // What the probes themselves sent comes back in the log: it changes nothing here.
      bench.heard(event);
      here.seq = event.seq ?? here.seq;
    }
    bench.to(Date.now());
    const stands = await place(session, bench);
    await Promise.all(
      [...stands].map(async ([standKey, cup]) => {
        const value = bench.probe(cup);
        if (value !== null && keys[standKey])
          await ask('/api/devices/readings', {
            method: 'POST',
            headers: { authorization: `Bearer ${keys[standKey]}` },
            body: JSON.stringify({ readings: [{ value, at: Date.now() }] }),
          });
      }),
    );
  }
  await new Promise((resolve) =>
    setTimeout(resolve, Math.max(50, BEAT * 1000 - (Date.now() - began))),
  );
}
