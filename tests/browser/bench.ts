import type { APIRequestContext } from '@playwright/test';
import { expect } from '@playwright/test';
import { v4 } from 'uuid';
import type { Send, SessionState, Snapshot } from '@/core/session/index.ts';
import { EVENT_VERSION } from '@/core/session/index.ts';
import { draftPlan } from '@/core/plan/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { seeded } from '../../src/core/chance.ts';
import { rehearse } from '../../scripts/demo/rehearse.ts';

const DEFAULTS = {
  settings: { ...DEFAULT_SHOP.plan, tolerance: DEFAULT_SHOP.bench.tolerance },
  good: 0.95,
  confidence: 0.8,
  window: DEFAULT_SHOP.window,
};

/** Events of another bench at the same session. */
export async function noted(
  request: APIRequestContext,
  session: number,
  ...sends: (Send & { at?: number })[]
): Promise<void> {
  const events = sends.map(({ at, ...send }) => ({
    id: v4(),
    session,
    at: at ?? Date.now(),
    by: 'other bench',
    v: EVENT_VERSION,
    ...send,
  }));
  const reply = await request.post(`/api/sessions/${session}/events`, { data: { events } });
  expect((await reply.json()).refused).toEqual([]);
}

/**
 * A session of so many of a bait in a colourway, brought by rehearsed hands to where this says so,
 * a moment ago.
 */
export async function atMoment(
  request: APIRequestContext,
  what: { bait: string; colourway: string; count: number; until: (state: SessionState) => boolean },
): Promise<number> {
  const catalogue = await (await request.get('/api/catalogue')).json();
  const id = (list: string, name: string): number =>
    catalogue[list].find((other: { spec: { name: string } }) => other.spec.name === name).id;
  const line = {
    part: 1,
    line: 1,
    for: 'Breakwater Tackle',
    bait: id('baits', what.bait),
    colourway: id('colourways', what.colourway),
    count: what.count,
    due: '2031-01-01',
  };
  const input = draftPlan(catalogue, [line], DEFAULTS);
  const plan = await (
    await request.post('/api/plans', {
      data: { name: `At once ${v4()}`, day: '2031-01-01', input },
    })
  ).json();
  const opened = await request.post('/api/sessions', {
    data: { plan: plan.id, event: v4(), at: Date.now() - 7 * 3_600_000, by: 'bench' },
  });
  const { session } = (await opened.json()) as { session: number };
  const { snapshot } = (await (await request.get(`/api/sessions/${session}`)).json()) as {
    snapshot: Snapshot;
  };
  const play = (startAt: number) =>
    rehearse({ session, snapshot, startAt, chance: seeded(2), spoil: () => 0, until: what.until });
  const took = play(0).at(-1)!.at;
  const events = play(Date.now() - took - 1500)
    .filter((event) => event.kind !== 'opened')
    .map(({ seq: _seq, ...other }) => other);
  for (let i = 0; i < events.length; i += 200) {
    const reply = await request.post(`/api/sessions/${session}/events`, {
      data: { events: events.slice(i, i + 200) },
    });
    expect((await reply.json()).refused).toEqual([]);
  }
  return session;
}
