import { burstUntil, laterOf } from '../heat/index.ts';
import { shotHeat } from '../plan/heat.ts';
import { stepSignature } from '../plan/inStep.ts';
import type { CupChoice } from '../plan/input.ts';
import type { Laid } from '../plan/laid.ts';
import type { Run } from '../plan/run.ts';
import { ACTS, type ActKey } from '../tape/acts.ts';
import { matchLooks } from '../tape/closeWorks.ts';
import { cooksIn, cupWith, hot, LONGEST } from '../tape/cookingTime.ts';
import { cupsOf, handTakes } from '../tape/evening.ts';
import { handKindOf, type TimingKnown } from '../tape/hands.ts';
import { MouldPace } from '../tape/mouldPace.ts';
import { WARMED_BELOW } from '../heat/index.ts';
import type { Ways } from '../ways.ts';

/** Whose s of a draw: of the hands that shoot, of those at its moulds, of those that rack afterwards. */
interface HandSeconds {
  shoots: number;
  mould: number;
  racks: number;
}
/** Acts that are not the shooting hands' where others help, by what they are at. */
const HELPED: Partial<Record<ActKey, 'mould' | 'racks'>> = {
  inserted: 'mould',
  mouldOpened: 'mould',
  marked: 'mould',
  returned: 'racks',
  racked: 'racks',
  kept: 'racks',
};
/** How often acts are done. */
export type Counts = Partial<Record<ActKey, number>>;

const sum = (figures: readonly number[]): number => figures.reduce((all, one) => all + one, 0);
/** s some acts take this shop's hands. */
export function byHands(known: TimingKnown, counts: Counts, is?: (act: ActKey) => boolean): number {
  let all = 0;
  for (const act of Object.keys(counts) as ActKey[]) {
    const kind = handKindOf(act);
    if (kind && counts[act]! > 0 && (is?.(act) ?? true))
      all += counts[act]! * handTakes(known, kind).mean;
  }
  return all;
}

/** What a run takes about, draw by draw. */
export interface AboutRun {
  /** what runs have alike that are shot in step */
  step: string;
  moulds: readonly number[];
  draws: number;
  /** s of the hands at each draw */
  hands: HandSeconds;
  /** s of a draw at which they shoot; and at which they open and rack, as others may */
  shoots: { own: number; helped: number };
  /** s of a draw until its moulds are opened that hands wait for */
  waits: number;
  /** s of the bursts before a draw, and of the acts that are done meanwhile */
  match: { bursts: number; closes: number };
  /** s its moulds are on the plate before the first */
  warming: number;
  /** g it uses up of each cup it draws from, what comes back taken off; and the most of one draw */
  uses: readonly { cup: CupChoice; grams: number; most: number }[];
}

/** How often each act is done at a draw of a run. */
function countsOf(
  { stage }: Run,
  { shots, cups, cavities }: Record<'shots' | 'cups' | 'cavities', number>,
): Counts {
  const onInserts = stage.takes !== null;
  return {
    ...(onInserts && { inserted: shots * cavities }),
    closed: shots,
    topChecked: shots,
    matchLook: matchLooks(cups, onInserts),
    drawn: 1,
    shot: shots,
    held: shots,
    toppedOff: 2 * shots,
    emptied: 1,
    mouldOpened: shots,
    marked: shots,
    returned: shots,
    [stage.makes === 'bait' ? 'racked' : 'kept']: shots,
  };
}

/** Shots of a mould after which it is as warm as it gets (judgement). */
const SETTLES = 6;
/** s hands wait for a mould that rests and cools, in the mean of its shots: it grows warmer by each. */
function waitsFor(
  pace: MouldPace,
  run: Run,
  { hands, meanwhile, draws }: Record<'hands' | 'meanwhile' | 'draws', number>,
): number {
  let [at, all, wait] = [0, 0, 0];
  const shots = Math.min(draws, SETTLES);
  for (let nth = 0; nth < shots; nth++) {
    const rest = pace.rest(run, at);
    wait = rest + Math.max(0, pace.cool(run, at + rest) - meanwhile);
    all += wait;
    at += hands + wait;
  }
  return (all + (draws - shots) * wait) / draws;
}

/** g in a cup that hardly anything is in, so that what it loses is no whim of the last drops (judgement). */
const HARDLY = 60;
/** s of a burst for what a cup lost from one draw to the next. */
function burstFor(
  { cup, grams }: AboutRun['uses'][number],
  run: Run,
  { known, seconds }: { known: TimingKnown; seconds: number },
): number {
  const body = cupWith(cup, Math.max(HARDLY, grams / 2), known);
  const celsius = shotHeat(run.tools);
  const stood = laterOf(body)(hot(celsius), seconds, { step: 20 });
  return burstUntil(body, stood, celsius, { microwave: cooksIn(known, 0), longest: LONGEST });
}

/** What a run uses of each cup it draws from. */
function usesOf({ flows, draws }: Laid, cups: readonly CupChoice[]): AboutRun['uses'] {
  const drawn = new Set(draws.flatMap(cupsOf));
  return cups
    .filter(({ id }) => drawn.has(id))
    .map((cup) => {
      const takes = flows.map((flow) => flow.takes[cup.id] ?? 0);
      const back = flows.flatMap(({ returns }) => returns.filter(({ to }) => to === cup.id));
      const most = Math.max(...takes);
      return { cup, most, grams: Math.max(most, sum(takes) - sum(back.map(({ grams }) => grams))) };
    });
}

/** What a run takes about: its acts counted, its moulds' and cups' waits by the models of heat. */
export function aboutRun(
  run: Run,
  { laid, cups }: { laid: Laid; cups: readonly CupChoice[] },
  { known, ways }: { known: TimingKnown; ways: Ways },
): AboutRun {
  const { moulds } = run.tools;
  const paces = moulds.map(
    (entry) => new MouldPace(entry, known, entry.mould.warmTo - WARMED_BELOW),
  );
  const draws = laid.draws.length;
  const uses = usesOf(laid, cups);
  const shots = laid.shots.length / draws;
  const counts = countsOf(run, { shots, cups: uses.length, cavities: paces[0]!.cavities });
  const holds = shots * Math.max(...paces.map((pace) => pace.holds(run)));
  const of = (part: 'mould' | 'racks' | undefined) =>
    byHands(known, counts, (act) => HELPED[act] === part);
  const shoots = (helped: boolean) =>
    byHands(known, counts, (act) => ACTS[act].phase === 'shoot' && act in HELPED === helped);
  const hands = { shoots: of(undefined) + holds, mould: of('mould'), racks: of('racks') };
  const all = hands.shoots + hands.mould + hands.racks;
  const meanwhile = byHands(known, counts, (act) => act === 'toppedOff' || act === 'emptied');
  const waits = Math.max(
    ...paces.map((pace) => waitsFor(pace, run, { hands: all, meanwhile, draws })),
  );
  const bursts = uses.map((use) => burstFor(use, run, { known, seconds: all + waits }));
  return {
    step: stepSignature(run, (layer) => String(run.job.layers[layer])),
    moulds: moulds.map(({ id }) => id),
    draws,
    hands,
    shoots: { own: holds + shoots(false), helped: shoots(true) },
    waits,
    match: {
      bursts: sum(bursts) / Math.max(1, Math.min(known.ovens.length, bursts.length)),
      closes: byHands(known, counts, (act) => act === 'closed' || act === 'topChecked'),
    },
    warming: Math.max(
      ...moulds.map((entry) => new MouldPace(entry, known).warm(run, 0, ways.warmed)),
    ),
    uses,
  };
}
