import { sum } from './volume.ts';

/** Grams by the number of heats they have seen. */
export type Heats = Map<number, number>;

/** What one draw takes, and where every gram of it goes. Takes = baits + returns + puck + lost. */
export interface Flow {
  takes: Record<string, number>;
  /** grams that become baits */
  baits: number;
  /** comes round again: into `to`, out of what was taken from `from` */
  returns: { from: string; to: string; grams: number }[];
  puck: number;
  lost: number;
  /** draws until what comes round is back in its cup; 1 = before the next */
  lag: number;
}

export interface CupSpec {
  /** the most it may hold, g */
  limit: number;
  /** must stay in it at every draw, g */
  air: number;
  /** charges are measured out in steps of this, g */
  step: number;
  /** already in it at the start, g by heats */
  start?: Heats;
}

export interface Charge {
  beforeDraw: number;
  fresh: number;
  /** in the cup after charging, g */
  held: number;
}

export interface CupRun {
  charges: Charge[];
  fresh: number;
  returned: number;
  drawn: number;
  left: number;
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

export interface Recirculation {
  /** whole cup goes back to be reheated every so many draws */
  reheatEvery: number;
  /** heat spent by one trip to fusion, and by one reheat (M11), share of life */
  doseCook: number;
  doseReheat: number;
}

const massOf = (heats: Heats): number => sum(heats.values());
const meanOf = (heats: Heats): number => {
  const mass = massOf(heats);
  return mass === 0 ? 0 : sum([...heats].map(([h, g]) => h * g)) / mass;
};
const pour = (into: Heats, from: Heats): void => from.forEach((g, h) => into.set(h, (into.get(h) ?? 0) + g));
const heatOnce = (heats: Heats): Heats => new Map([...heats].map(([h, g]) => [h + 1, g]));

/** Takes a share of every heat alike: a stirred cup. */
function take(heats: Heats, grams: number): Heats {
  const held = massOf(heats);
  const share = held > 0 ? Math.min(1, grams / held) : 0;
  const out: Heats = new Map();
  heats.forEach((g, h) => {
    out.set(h, g * share);
    heats.set(h, g * (1 - share));
  });
  return out;
}

/**
 * Least fresh plastic that serves the draws from `at` on, given what the cup holds: the deepest the cup
 * would otherwise fall below its draw plus the depth that takes air.
 */
function wanting(key: string, flows: Flow[], at: number, held: number, due: { draw: number; to: string; grams: number }[], air: number): number {
  const arrivals = new Map<number, number>();
  const arrive = (draw: number, grams: number) => arrivals.set(draw, (arrivals.get(draw) ?? 0) + grams);
  for (const d of due) if (d.to === key) arrive(d.draw, d.grams);
  let level = held;
  let worst = 0;
  for (let i = at; i < flows.length; i++) {
    const flow = flows[i]!;
    level += i > at ? (arrivals.get(i) ?? 0) : 0;
    const taken = flow.takes[key] ?? 0;
    if (taken > 0) worst = Math.max(worst, taken + air - level);
    level -= taken;
    for (const r of flow.returns) if (r.to === key) arrive(i + flow.lag, r.grams);
  }
  return worst;
}

/**
 * Follows every gram of a session draw by draw: what returned joins the cup, is reheated with it and
 * drawn again, each gram carrying its count of heats. Cups are charged when they would otherwise run
 * short, with no more than the rest of the session needs and no more than they may hold. Mass is
 * conserved: start + fresh = baits + puck + lost + left.
 */
export function balance(specs: Record<string, CupSpec>, flows: Flow[], how: Recirculation): Balance {
  const keys = Object.keys(specs);
  const inCup = Object.fromEntries(keys.map((k) => [k, { heats: new Map(specs[k]!.start ?? []) as Heats, dose: 0, drawnHeats: 0, sinceReheat: 0 }]));
  const runs: Record<string, CupRun> = Object.fromEntries(
    keys.map((k) => [k, { charges: [], fresh: 0, returned: 0, drawn: 0, left: 0, heatsLeft: 0, heatsDrawn: 0, doseLeft: 0 }]),
  );
  const due: { draw: number; to: string; grams: number; heats: Heats; dose: number }[] = [];
  const total = { baits: 0, puck: 0, lost: 0 };

  // A cup takes back no more than it may hold: the rest is kept as a puck.
  const receive = (upTo: number) => {
    for (let i = due.length - 1; i >= 0; i--) {
      const d = due[i]!;
      if (d.draw > upTo) continue;
      const cup = inCup[d.to]!;
      const before = massOf(cup.heats);
      const grams = Math.min(d.grams, Math.max(0, specs[d.to]!.limit - before));
      total.puck += d.grams - grams;
      cup.dose = (cup.dose * before + d.dose * grams) / (before + grams || 1);
      pour(cup.heats, take(d.heats, grams));
      runs[d.to]!.returned += grams;
      due.splice(i, 1);
    }
  };

  flows.forEach((flow, n) => {
    receive(n);
    for (const [key, taken] of Object.entries(flow.takes)) {
      const spec = specs[key]!;
      const cup = inCup[key]!;
      const run = runs[key]!;
      const held = massOf(cup.heats);
      if (held < taken + spec.air - 1e-9) {
        const want = Math.ceil(wanting(key, flows, n, held, due, spec.air) / spec.step - 1e-9) * spec.step;
        const fresh = Math.max(0, Math.min(want, spec.limit - held));
        if (fresh > 0) {
          cup.dose = (cup.dose * held) / (held + fresh) + how.doseCook;
          cup.heats.set(0, (cup.heats.get(0) ?? 0) + fresh);
          cup.heats = heatOnce(cup.heats);
          cup.sinceReheat = 0;
          run.charges.push({ beforeDraw: n, fresh, held: held + fresh });
          run.fresh += fresh;
        }
        const missing = taken + spec.air - held - fresh;
        if (missing > 1e-6 && missing > (run.short?.by ?? 0)) run.short = { draw: n, by: missing };
      } else if (++cup.sinceReheat >= how.reheatEvery) {
        cup.heats = heatOnce(cup.heats);
        cup.dose += how.doseReheat;
        cup.sinceReheat = 0;
      }
    }
    // A draw that cannot be served in full is refused by the plan; here it simply takes nothing.
    if (Object.keys(flow.takes).some((k) => massOf(inCup[k]!.heats) < flow.takes[k]! - 1e-9)) return;
    const taken: Record<string, { heats: Heats; dose: number }> = {};
    for (const [key, grams] of Object.entries(flow.takes)) {
      const heats = take(inCup[key]!.heats, grams);
      taken[key] = { heats, dose: inCup[key]!.dose };
      runs[key]!.drawn += grams;
      inCup[key]!.drawnHeats += meanOf(heats) * grams;
    }
    for (const r of flow.returns) {
      const from = taken[r.from]!;
      const mass = massOf(from.heats);
      const share = mass > 0 ? r.grams / mass : 0;
      due.push({ draw: n + flow.lag, to: r.to, grams: r.grams, dose: from.dose, heats: new Map([...from.heats].map(([h, g]) => [h, g * share])) });
    }
    total.baits += flow.baits;
    total.puck += flow.puck;
    total.lost += flow.lost;
  });
  receive(Infinity);

  for (const key of keys) {
    const run = runs[key]!;
    run.left = massOf(inCup[key]!.heats);
    run.heatsLeft = meanOf(inCup[key]!.heats);
    run.heatsDrawn = run.drawn === 0 ? 0 : inCup[key]!.drawnHeats / run.drawn;
    run.doseLeft = inCup[key]!.dose;
  }
  return { cups: runs, ...total };
}
