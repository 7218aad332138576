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
  /** already in it at the start, g */
  start?: number;
  /**
   * of that: trips through fusion, and heat spent, share of its life; left out = never heated. It is
   * cooked with the first charge
   */
  startHeats?: number;
  startDose?: number;
}

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

export interface Recirculation {
  /** whole cup goes back to be reheated every so many draws */
  reheatEvery: number;
  /** heat spent by one trip to fusion, and by one reheat (M11), share of life */
  doseCook: number;
  doseReheat: number;
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
  const keys = Object.keys(specs);
  const start = (key: string): number => specs[key]!.start ?? 0;
  const inCup = Object.fromEntries(
    keys.map((key): [string, Cup] => [
      key,
      {
        grams: start(key),
        heats: specs[key]!.startHeats ?? 0,
        dose: specs[key]!.startDose ?? 0,
        drawnHeats: 0,
        sinceReheat: 0,
        begun: false,
      },
    ]),
  );
  const runs = Object.fromEntries(
    keys.map((key): [string, CupRun] => [
      key,
      {
        charges: [],
        fresh: 0,
        returned: 0,
        drawn: 0,
        left: 0,
        most: start(key),
        heatsLeft: 0,
        heatsDrawn: 0,
        doseLeft: 0,
      },
    ]),
  );
  let due: Due[] = [];
  const total = { baits: 0, puck: 0, lost: 0 };

  // A cup takes back no more than it may hold: the rest is kept as a puck.
  const receive = (upTo: number): void => {
    for (const back of due.filter((due) => due.draw <= upTo)) {
      const cup = inCup[back.to]!;
      const grams = Math.min(back.grams, Math.max(0, specs[back.to]!.limit - cup.grams));
      total.puck += back.grams - grams;
      blend(cup, { ...back, grams });
      runs[back.to]!.returned += grams;
      runs[back.to]!.most = Math.max(runs[back.to]!.most, cup.grams);
    }
    due = due.filter((due) => due.draw > upTo);
  };

  /**
   * Charges a cup that would run short at this draw, or heats it again when it has waited long
   * enough.
   */
  const ready = (key: string, taken: number, draw: number): void => {
    const [spec, cup, run] = [specs[key]!, inCup[key]!, runs[key]!];
    const { grams: held } = cup;
    // Pucks and the fresh that goes to them are cooked as one, before the first draw.
    const begins = spec.startHeats !== undefined && !cup.begun;
    cup.begun = true;
    if (held >= taken + spec.air - 1e-9 && !begins) {
      if (++cup.sinceReheat < how.reheatEvery) return;
      cup.heats += 1;
      cup.dose += how.doseReheat;
      cup.sinceReheat = 0;
      return;
    }
    const want =
      Math.ceil(wanting({ key, at: draw, held, spec }, flows, due) / spec.step - 1e-9) * spec.step;
    const fresh = Math.max(0, Math.min(want, spec.limit - held));
    if (fresh > 0 || begins) {
      blend(cup, { grams: fresh, heats: 0, dose: 0 });
      cup.heats += 1;
      cup.dose += how.doseCook;
      cup.sinceReheat = 0;
    }
    if (fresh > 0) {
      run.charges.push({ beforeDraw: draw, fresh, held: held + fresh });
      run.fresh += fresh;
      run.most = Math.max(run.most, cup.grams);
    }
    const missing = taken + spec.air - held - fresh;
    if (missing > 1e-6 && missing > (run.short?.by ?? 0)) run.short = { draw, by: missing };
  };

  flows.forEach((flow, count) => {
    receive(count);
    const takes = Object.entries(flow.takes);
    for (const [key, taken] of takes) ready(key, taken, count);
    // A draw that cannot be served in full is refused by the plan; here it simply takes nothing.
    if (takes.some(([key, taken]) => inCup[key]!.grams < taken - 1e-9)) return;
    for (const [key, taken] of takes) {
      const cup = inCup[key]!;
      const grams = Math.min(taken, cup.grams);
      cup.grams -= grams;
      cup.drawnHeats += cup.heats * grams;
      runs[key]!.drawn += taken;
    }
    for (const part of flow.returns)
      due.push({
        draw: count + flow.lag,
        to: part.to,
        grams: part.grams,
        heats: inCup[part.from]!.heats,
        dose: inCup[part.from]!.dose,
      });
    total.baits += flow.baits;
    total.puck += flow.puck;
    total.lost += flow.lost;
  });
  receive(Infinity);

  for (const key of keys) {
    const [cup, run] = [inCup[key]!, runs[key]!];
    run.left = cup.grams;
    run.heatsLeft = cup.heats;
    run.heatsDrawn = run.drawn === 0 ? 0 : cup.drawnHeats / run.drawn;
    run.doseLeft = cup.dose;
  }
  return { cups: runs, ...total };
}
