import * as z from 'zod';
import { isShot, PUSHES } from '../../build/build.ts';
import { sum } from '../../shot/volume.ts';
import { alter } from '../alter.ts';
import { cool, hold, newShot, standIn } from '../effects/cycle.ts';
import { portion, takeInserts, windowHeat } from '../effects/filling.ts';
import { heatOfPortions } from '../effects/leaving.ts';
import { massFor } from '../effects/masses.ts';
import { roomOf } from '../effects/mouldLoss.ts';
import { drawWarnings } from '../guard.ts';
import { warningsSaid } from '../guard/warnings.ts';
import type { RunState, SessionState } from '../state.ts';
import { coolingOf, type MouldState } from '../state/mould.ts';
import type { ShotState } from '../state/shot.ts';
import { STEP_KINDS } from '../stepKinds.ts';
import { grams, key } from './fields.ts';
import { type EventKind, mouldCycle, OWN, saysNothingOfHeat, shotIn } from './kind.ts';

/** by hand, into an open mould; `again` = what lay there was peeled off first */
export const PouredSchema = z.object({
  mould: key,
  job: key,
  layer: key,
  cup: key,
  grams,
  trial: z.boolean(),
  again: z.boolean(),
  /** °C the cup was reckoned at */ celsius: z.number().min(-40).max(400).optional(),
});

/** What was poured by hand, and nothing shot on to it, stands as a shot. */
function standPoured(
  state: SessionState,
  run: RunState,
  mould: MouldState,
  { at, by, trial }: Pick<ShotState, 'at' | 'by' | 'trial'>,
): void {
  const draw = `hand/${mould.key}/${mould.cycles + 1}`;
  const against = [...mould.pouredAgainst];
  state.draws.set(draw, {
    id: draw,
    n: state.draws.size + 1,
    at,
    job: run.key,
    injector: 'hand',
    block: null,
    barrels: mould.pours,
    against,
    said: [...mould.pouredSaid],
    metal: roomOf(state),
    plug: null,
  });
  const shot = newShot(state, run, mould, {
    at,
    by,
    trial,
    against,
    said: [...mould.pouredSaid],
  });
  const mass = massFor(state, run, mould);
  const all = sum(mould.pours.map((pour) => pour.grams));
  const feed = Math.min(mass.feed, all);
  const weights = mould.mould.cavities.map((cavity) => ({
    n: cavity.n,
    g: sum([...mass.poured.values()].map((by) => by.get(cavity.n) ?? 0)),
  }));
  const whole = sum(weights.map((weight) => weight.g));
  for (const { n: count, g: grams } of weights) {
    shot.cavities.set(count, draw);
    shot.grams.set(count, whole > 0 ? ((all - feed) * grams) / whole : 0);
  }
  shot.celsius = heatOfPortions(mould.pours);
  takeInserts(run, mould, shot, [...shot.cavities.keys()]);
  shot.poured = [];
  mould.pouredAgainst = new Set();
  mould.pouredSaid = new Set();
  shot.baitsG = all - feed;
  shot.feedG = feed;
  standIn(state, run, mould, shot);
  if (run.stage.by === 'rod') hold(state, mould, at, PUSHES[run.stage.push].hold);
  else {
    cool(state, mould, at);
    // An open mould has no sprue to top off.
    alter(mould, { phase: { ...coolingOf(mould)!, toppedOff: true, looked: true } });
  }
}

export const poured: EventKind<typeof PouredSchema> = {
  work: { name: STEP_KINDS.pour.name },
  identity: (state, { mould, layer, again }) => (again ? null : [mouldCycle(state, mould), layer]),
  rows: (state, { mould }) => shotIn(state, mould),
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    const { mould: key, job, layer, cup: from, grams, trial, again } = event.payload;
    const mould = state.moulds.get(key);
    const run = state.runs.get(job);
    if (
      !mould ||
      !run ||
      !(mould.phase.is === 'open' || (mould.phase.is === 'closed' && run.stage.by === 'rod'))
    )
      return;
    const held = mould.pours.findIndex((pour) => pour.layer === layer);
    if (held >= 0 && !again) return;
    if (held >= 0) state.puckG += mould.pours.splice(held, 1)[0]!.grams;
    const warned = drawWarnings(state, run, event.at, { only: from });
    for (const { code } of warned) mould.pouredAgainst.add(code);
    for (const said of warningsSaid(state, warned)) mould.pouredSaid.add(said);
    mould.pours.push(
      portion(state, layer, {
        key: from,
        amount: { grams },
        fallback: windowHeat(run),
        foreseen: event.payload.celsius,
      }),
    );
    const whole = run.stage.pours.every((pour) =>
      mould.pours.some((portion) => portion.layer === pour.key),
    );
    // Where nothing is shot after it, the last layer makes the bait.
    if (!isShot(run.stage) && whole)
      standPoured(state, run, mould, { at: event.at, by: event.by, trial });
  },
};
