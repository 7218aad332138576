import assert from 'node:assert/strict';
import test from 'node:test';
import type { Plan } from '@/core/plan/index.ts';
import { planSession } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { Thread } from '@/service/thread.ts';
import type { PlanAsked } from '@/thread/plan.ts';
import { demoPlan } from '../demoPlan.ts';

const asked = { input: demoPlan(), units: METRIC };

test(
  'a plan worked out in a thread is the same plan; one that takes too long, or is ' +
    'called off, leaves the next its answer',
  async () => {
    const thread = new Thread<PlanAsked, Plan>('plan', 20_000);
    const here = JSON.stringify(planSession(asked.input, asked.units));
    assert.equal(JSON.stringify(await thread.ask(asked)), here);
    const gone = new AbortController();
    const [first, second] = [thread.ask(asked, gone.signal), thread.ask(asked)];
    // The thread has it by now, and its answer cannot be heard before the next turn of the loop.
    await Promise.resolve();
    gone.abort();
    assert.deepEqual([await first, JSON.stringify(await second)], ['gone', here]);
    assert.equal(await new Thread<PlanAsked, Plan>('plan', 1).ask(asked), 'late');
    assert.equal(await new Thread('nothing', 20_000).ask(asked), 'broken');
  },
);
