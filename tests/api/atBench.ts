import assert from 'node:assert/strict';
import { v4 } from 'uuid';
import { draftPlan } from '@/core/plan/index.ts';
import type { AnyEvent, Send, SessionState } from '@/core/session/index.ts';
import { fold, nextStep, runInHand } from '@/core/session/index.ts';
import type { App } from './harness.ts';
import { ask, event } from './harness.ts';

/** A session on a fresh plan, driven through the API as a bench drives it. */
export async function openAt(app: App, bait: string, colourway: string, count: number) {
  const { planner } = await import('@/service/planner.ts');
  const { shelf, defaults } = await planner(new Date());
  const id = (all: { id: number; spec: { name: string } }[], name: string) =>
    all.find((entry) => entry.spec.name === name)!.id;
  const input = draftPlan(
    shelf,
    [
      {
        part: 1,
        line: 1,
        for: 'x',
        bait: id(shelf.baits, bait),
        colourway: id(shelf.colourways, colourway),
        count,
        due: '2031-01-01',
      },
    ],
    defaults,
  );
  const plan = await ask('POST', `${app.url}/api/plans`, {
    name: `${bait} ${v4()}`,
    day: '2031-01-01',
    input,
  });
  const opened = await ask('POST', `${app.url}/api/sessions`, {
    plan: plan.body.id,
    event: v4(),
    at: Date.now(),
    by: 'bench',
  });
  assert.equal(opened.status, 201, JSON.stringify(opened.body));
  const session = opened.body.session as number;
  const { snapshotOf } = await import('@/store/log.ts');
  const snapshot = (await snapshotOf(session))!;
  let now = Date.now();
  let events = (await ask('GET', `${app.url}/api/sessions/${session}/events`)).body as AnyEvent[];
  const act = async (...sends: Send[]) => {
    const made = sends.map((send) =>
      event(session, send.kind, send.payload, { at: (now += 1000), v: 2 }),
    );
    const reply = await ask('POST', `${app.url}/api/sessions/${session}/events`, { events: made });
    assert.deepEqual(reply.body.refused, []);
    events = [
      ...events,
      ...made.map(
        (event, i) => ({ ...event, seq: reply.body.accepted[i].seq }) as unknown as AnyEvent,
      ),
    ];
    return made;
  };
  const state = (): SessionState => fold(snapshot, events);
  const follow = async (until: (state: SessionState) => boolean) => {
    for (let i = 0; i < 400 && !until(state()); i++) {
      const session = state();
      const step = nextStep(session, now)!;
      const window = runInHand(session)?.tools.window;
      if (step.read)
        await act({
          kind: 'reading',
          payload: {
            target: step.read,
            celsius:
              step.read.kind === 'room'
                ? 20
                : step.read.kind === 'mould'
                  ? session.moulds.get(step.read.key)!.mould.warmTo
                  : session.cups.get(step.read.key)!.fused && window
                    ? (window.low + window.high) / 2
                    : 178,
            stage: null,
            from: 'typed',
          },
        });
      else if (step.until && step.until > now) now = step.until;
      else await act(...(step.also ?? []), step.send!, ...(step.then ?? []));
    }
    return state();
  };
  return { session, act, follow, state, input };
}
