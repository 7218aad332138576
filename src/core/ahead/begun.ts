import type { Grade, Material } from '../material/index.ts';
import { isOfRecipe, isUsable } from '../plan/begins.ts';
import type { CupId } from '../plan/cupId.ts';
import type { CupChoice, PlanInput } from '../plan/input.ts';
import type { Plan } from '../plan/planned.ts';
import { type GoesInto, goesInto, hidesFlake, MELT_YIELD } from '../plastic/index.ts';
import type { Plastic } from '../plastic/index.ts';

/** A tub, or a cup left standing, with what is in it. */
export interface TubKnown {
  id: number;
  name: string;
  grade: Grade;
  plastic: Plastic;
}
/** g of a tub fewer than which are not worth cutting up (judgement). */
const LEAST = 30;

type Session = { plan: Plan; input: PlanInput };
/** A session whose cups are begun from tubs; of those of another make-up, what that does to the cup. */
export interface BegunSession {
  input: PlanInput;
  others: ReadonlyMap<CupId, GoesInto>;
}
/** What of a tub a cup may be begun from. */
interface Candidate {
  tub: TubKnown;
  /** g, the most of it */
  grams: number;
  goes: GoesInto | null;
}

/** How much of a cup of a mix a tub of another make-up may be, worked out once. */
type OtherMakeUp = (tub: TubKnown, choice: CupChoice) => GoesInto | null;
export function otherMakeUp(materials: readonly Material[]): OtherMakeUp {
  const known = new Map<string, GoesInto | null>();
  return (tub, choice) => {
    const key = `${tub.id}/${choice.mix}`;
    if (!known.has(key))
      known.set(key, isUsable(tub.plastic) ? goesInto(tub, choice.recipe, materials) : null);
    return known.get(key)!;
  };
}

/** g that a cup takes of pucks before it is first drawn from. */
const room = ({ plan }: Session, { id }: CupChoice): number =>
  (plan.cups.find((cup) => cup.id === id)?.charges[0]?.grams ?? 0) / MELT_YIELD;

/** Whether every bait shot of a cup is thick enough for flake that its mix has none of. */
const takesFlake = ({ input }: Session, { id }: CupChoice): boolean =>
  input.jobs
    .filter(({ drawnFrom }) => Object.values(drawnFrom).includes(id))
    .every(({ tools }) => hidesFlake({ moulds: tools.at(-1)!.moulds.map(({ mould }) => mould) }));

/** What of a tub a cup may be begun from, in one way; null where nothing. */
type FindIn = (session: Session, choice: CupChoice, tub: TubKnown) => Candidate | null;

/** Plastic of the cup's own make-up. */
const ownMakeUp: FindIn = (session, choice, tub) =>
  isOfRecipe(tub.plastic, choice, tub.grade)
    ? { tub, grams: room(session, choice), goes: null }
    : null;

/** As much of another as the cup takes. */
const ofAnother =
  (other: OtherMakeUp): FindIn =>
  (session, choice, tub) => {
    const goes = other(tub, choice);
    if (!goes || (goes.flake && !takesFlake(session, choice))) return null;
    return { tub, grams: goes.share * room(session, choice), goes };
  };

/**
 * Sessions whose cups are begun from what stands in tubs, the soonest session first, each cup from one
 * tub, no gram twice: from plastic of their own make-up first, then from as much of another as leaves
 * their colour and their baits what they are. What a hand has begun otherwise stays so.
 */
export function begunFrom(
  sessions: readonly (Session | null)[],
  tubs: readonly TubKnown[],
  other: OtherMakeUp,
): (BegunSession | null)[] {
  const left = new Map(tubs.map(({ id, plastic }) => [id, plastic.grams]));
  const goesIn = ({ tub, grams }: Candidate): number =>
    Math.min(left.get(tub.id)!, Math.floor(grams));
  /** The tub most goes in of; of those alike the smallest, so that it is empty. */
  const best = (found: Candidate[]): Candidate | undefined =>
    found
      .filter((one) => goesIn(one) >= LEAST)
      .sort(
        (one, next) =>
          goesIn(next) - goesIn(one) ||
          left.get(one.tub.id)! - left.get(next.tub.id)! ||
          one.tub.id - next.tub.id,
      )[0];
  const begin = ({ input, others }: BegunSession, session: Session, find: FindIn): BegunSession => {
    const brought = new Map(others);
    const cups = input.cups.map((choice) => {
      if (choice.begins) return choice;
      const tub = best(tubs.flatMap((one) => find(session, choice, one) ?? []));
      if (!tub) return choice;
      const { id, name, plastic } = tub.tub;
      const grams = goesIn(tub);
      left.set(id, left.get(id)! - grams);
      if (tub.goes) brought.set(choice.id, tub.goes);
      return { ...choice, begins: { of: { id, name, plastic }, grams } };
    });
    return { input: { ...input, cups }, others: brought };
  };
  return [ownMakeUp, ofAnother(other)].reduce<(BegunSession | null)[]>(
    (so, find) => so.map((one, nth) => one && begin(one, sessions[nth]!, find)),
    sessions.map((session) => session && { input: session.input, others: new Map() }),
  );
}
