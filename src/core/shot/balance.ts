import type { CupSpec, Flow, Recirculation } from './recirculation.ts';

interface Charge {
  beforeDraw: number;
  fresh: number;
  /** in the cup after charging, g */
  held: number;
}

interface CupRun {
  charges: Charge[];
  fresh: number;
  returned: number;
  drawn: number;
  left: number;
  /** the most it held at any time, g */
  most: number;
  /** mean heats of what is left, and of what was drawn */
  heatsLeft: number;
  heatsDrawn: number;
  /** heat spent by what is left, share of its life */
  doseLeft: number;
  /** the draw that wants most more than the cup may hold, with the grams missing */
  short?: { draw: number; by: number };
}

export interface Balance {
  cups: Record<string, CupRun>;
  baits: number;
  puck: number;
  lost: number;
}

/**
 * Plastic of one history: g, how often it was heated in the mean, and heat spent, share of its
 * life.
 */
interface Plastic {
  grams: number;
  heats: number;
  dose: number;
}
interface Cup extends Plastic {
  /** Σ heats × grams of what was drawn */
  drawnHeats: number;
  sinceReheat: number;
  /** something was drawn of it already */
  begun: boolean;
}
interface Due extends Plastic {
  draw: number;
  to: string;
}

/** Two plastics stirred together: means go by mass. */
function blend(cup: Cup, { grams, heats, dose }: Plastic): void {
  const all = cup.grams + grams || 1;
  cup.heats = (cup.heats * cup.grams + heats * grams) / all;
  cup.dose = (cup.dose * cup.grams + dose * grams) / all;
  cup.grams += grams;
}

/**
 * Least fresh plastic that serves the draws from `at` on, given what the cup holds: the deepest the
 * cup would otherwise fall below its draw plus the depth that takes air. Looks no further than it
 * takes to fill the cup.
 */
function wanting(
  { key, at, held, spec: { air, limit } }: { key: string; at: number; held: number; spec: CupSpec },
  flows: Flow[],
  due: Due[],
): number {
  const arrivals = new Map<number, number>();
  const arrive = (draw: number, grams: number) =>
    arrivals.set(draw, (arrivals.get(draw) ?? 0) + grams);
  for (const other of due) if (other.to === key) arrive(other.draw, other.grams);
  let level = held;
  let worst = 0;
  for (let i = at; i < flows.length && worst < limit - held; i++) {
    const flow = flows[i]!;
    level += i > at ? (arrivals.get(i) ?? 0) : 0;
    const taken = flow.takes[key] ?? 0;
    if (taken > 0) worst = Math.max(worst, taken + air - level);
    level -= taken;
    for (const part of flow.returns) if (part.to === key) arrive(i + flow.lag, part.grams);
  }
  return worst;
}

/** Cups as they are followed, with what is on its way back to them. */
interface Followed {
  specs: Record<string, CupSpec>;
  flows: Flow[];
  how: Recirculation;
  cups: Record<string, Cup>;
  runs: Record<string, CupRun>;
  due: Due[];
  total: { baits: number; puck: number; lost: number };
}

function begun(specs: Record<string, CupSpec>, flows: Flow[], how: Recirculation): Followed {
  const each = <Made>(make: (spec: CupSpec, grams: number) => Made): Record<string, Made> =>
    Object.fromEntries(
      Object.entries(specs).map(([key, spec]) => [key, make(spec, spec.start ?? 0)]),
    );
  return {
    ...{ specs, flows, how, due: [], total: { baits: 0, puck: 0, lost: 0 } },
    cups: each((spec, grams) => ({
      grams,
      heats: spec.startHeats ?? 0,
      dose: spec.startDose ?? 0,
      ...{ drawnHeats: 0, sinceReheat: 0, begun: false },
    })),
    runs: each((_spec, grams) => ({
      ...{ charges: [], fresh: 0, returned: 0, drawn: 0, left: 0, most: grams },
      ...{ heatsLeft: 0, heatsDrawn: 0, doseLeft: 0 },
    })),
  };
}

/** What comes back up to a draw: a cup takes no more than it may hold, the rest is kept as a puck. */
function receive(all: Followed, upTo: number): void {
  for (const back of all.due.filter(({ draw }) => draw <= upTo)) {
    const [cup, run] = [all.cups[back.to]!, all.runs[back.to]!];
    const grams = Math.min(back.grams, Math.max(0, all.specs[back.to]!.limit - cup.grams));
    all.total.puck += back.grams - grams;
    blend(cup, { ...back, grams });
    run.returned += grams;
    run.most = Math.max(run.most, cup.grams);
  }
  all.due = all.due.filter(({ draw }) => draw > upTo);
}

/** g a cup is charged with before a draw that it could not serve. */
function freshFor(all: Followed, key: string, draw: number): number {
  const spec = all.specs[key]!;
  const held = all.cups[key]!.grams;
  const want = wanting({ key, at: draw, held, spec }, all.flows, all.due);
  const steps = Math.ceil(want / spec.step - 1e-9) * spec.step;
  return Math.max(0, Math.min(steps, spec.limit - held));
}

/** Charges a cup that would run short at a draw, or heats it again when it has waited long enough. */
function makeReady(all: Followed, key: string, { taken, draw }: { taken: number; draw: number }) {
  const [spec, cup, run] = [all.specs[key]!, all.cups[key]!, all.runs[key]!];
  const held = cup.grams;
  // Pucks and the fresh that goes to them are cooked as one, before the first draw.
  const begins = spec.startHeats !== undefined && !cup.begun;
  cup.begun = true;
  if (held >= taken + spec.air - 1e-9 && !begins) {
    if (++cup.sinceReheat < all.how.reheatEvery) return;
    cup.heats += 1;
    cup.dose += all.how.doseReheat;
    cup.sinceReheat = 0;
    return;
  }
  const fresh = freshFor(all, key, draw);
  if (fresh > 0 || begins) {
    blend(cup, { grams: fresh, heats: 0, dose: 0 });
    cup.heats += 1;
    cup.dose += all.how.doseCook;
    cup.sinceReheat = 0;
  }
  if (fresh > 0) {
    run.charges.push({ beforeDraw: draw, fresh, held: held + fresh });
    run.fresh += fresh;
    run.most = Math.max(run.most, cup.grams);
  }
  const missing = taken + spec.air - held - fresh;
  if (missing > 1e-6 && missing > (run.short?.by ?? 0)) run.short = { draw, by: missing };
}

/** Takes a draw out of its cups and sends what comes round on its way. */
function takeDraw(all: Followed, flow: Flow, draw: number): void {
  const takes = Object.entries(flow.takes);
  for (const [key, taken] of takes) makeReady(all, key, { taken, draw });
  // A draw that cannot be served in full is refused by the plan; here it simply takes nothing.
  if (takes.some(([key, taken]) => all.cups[key]!.grams < taken - 1e-9)) return;
  for (const [key, taken] of takes) {
    const cup = all.cups[key]!;
    const grams = Math.min(taken, cup.grams);
    cup.grams -= grams;
    cup.drawnHeats += cup.heats * grams;
    all.runs[key]!.drawn += taken;
  }
  for (const { from, to, grams } of flow.returns) {
    const { heats, dose } = all.cups[from]!;
    all.due.push({ draw: draw + flow.lag, to, grams, heats, dose });
  }
  all.total.baits += flow.baits;
  all.total.puck += flow.puck;
  all.total.lost += flow.lost;
}

/**
 * Follows every gram of a session draw by draw: what returned joins the cup, is reheated with it
 * and drawn again, each cup carrying its mean count of heats. Cups are charged when they would
 * otherwise run short, with no more than the rest of the session needs and no more than they may
 * hold. Mass is conserved: start + fresh = baits + puck + lost + left.
 */
export function balance(
  specs: Record<string, CupSpec>,
  flows: Flow[],
  how: Recirculation,
): Balance {
  const all = begun(specs, flows, how);
  flows.forEach((flow, draw) => {
    receive(all, draw);
    takeDraw(all, flow, draw);
  });
  receive(all, Infinity);
  for (const [key, run] of Object.entries(all.runs)) {
    const cup = all.cups[key]!;
    run.left = cup.grams;
    run.heatsLeft = cup.heats;
    run.heatsDrawn = run.drawn === 0 ? 0 : cup.drawnHeats / run.drawn;
    run.doseLeft = cup.dose;
  }
  return { cups: all.runs, ...all.total };
}
