import { density } from '../material/plastisol.ts';
import type { Rig } from './barrels.ts';
import { massShares, shares } from './barrels.ts';
import type { Flow } from './recirculation.ts';

/**
 * What a maker does with the rest in the injector: pushed back hot, or left to set and pulled as a
 * plug.
 */
type Habit = 'push' | 'plug';
/** s an injector is left with what was over until its plug has set (handbook §2 step 16). */
export const PLUG_SETS = 60;

export interface FlowInput {
  /** cup of each barrel, in barrel order */
  cups: string[];
  rig: Rig;
  /** g that set as baits, and as runner and sprues */
  baits: number;
  feed: number;
  /** °C */
  heat: number;
  /** mL a barrel pushed out before the shot */
  purge: number;
  /** share of a draw left on blade, cup wall and plate */
  loss: number;
  habit: Habit;
  /** where what holds both colours goes: a cup, or the remelt puck */
  mixedTo: string | 'puck';
  /** baits of a trial shot go round again too */
  trial: boolean;
  lag: number;
  /**
   * inserts lie in the baits: those of a trial are sorted, not put back into a cup of one colour
   */
  inserts?: boolean;
  /** g/mL at 20 °C of each barrel's plastic */
  density20?: number[];
}

/**
 * Where every gram of one draw goes. Barrel b takes share_b × (baits + feed) + (purge + heel_b)
 * ρ(T). One colour comes round to its own cup; what holds several goes where the maker sorts it.
 */
export function drawFlow(input: FlowInput): Flow {
  const { cups, rig, heat, habit, mixedTo, loss } = input;
  const { injector, block } = rig;
  const rho = injector.barrels.map((_, i) => density(heat, input.density20?.[i]));
  const part = massShares(shares(rig), rho);
  const flow: Flow = { takes: {}, baits: 0, returns: [], puck: 0, lost: 0, lag: input.lag };
  const own = new Set(cups).size === 1;

  injector.barrels.forEach((barrel, i) => {
    const cup = cups[i]!;
    const baits = part[i]! * input.baits;
    const feed = part[i]! * input.feed;
    const heel = barrel.heel * rho[i]!;
    const inBlock = ((block?.heel ?? 0) / injector.barrels.length) * rho[i]!;
    const purge = input.purge * rho[i]!;
    const need = baits + feed + heel + inBlock + purge;
    // What is lost is lost from what would have come round, never from the baits.
    const lost = Math.min(loss * need, heel + purge + inBlock + feed);
    const clean = habit === 'push' ? heel : 0;
    const sorted = input.trial && input.inserts ? baits : 0;
    let mixed =
      feed + inBlock + purge + (habit === 'push' ? 0 : heel) + (input.trial ? baits - sorted : 0);
    const fromMixed = Math.min(mixed, lost);
    mixed -= fromMixed;
    const cleanBack = clean - (lost - fromMixed);

    flow.takes[cup] = (flow.takes[cup] ?? 0) + need;
    flow.baits += input.trial ? 0 : baits;
    flow.lost += lost;
    if (cleanBack > 0) flow.returns.push({ from: cup, to: cup, grams: cleanBack });
    flow.puck += sorted;
    const to = own ? cup : mixedTo;
    if (to === 'puck') flow.puck += mixed;
    else if (mixed > 0) flow.returns.push({ from: cup, to, grams: mixed });
  });
  return flow;
}

/**
 * Where the grams of something poured by hand go: into the bait, and what sticks to spoon and wall
 * is lost. A trial's comes round, and so does the sprue it was pushed through.
 * @param sprue g pushed in beside the baits, and where that goes
 */
export function pourFlow(
  cup: string,
  grams: number,
  {
    loss,
    trial,
    lag,
    sprue = { grams: 0, to: cup },
  }: { loss: number; trial: boolean; lag: number; sprue?: { grams: number; to: string | 'puck' } },
): Flow {
  const lost = ((grams + sprue.grams) * loss) / (1 - loss);
  const returns = [
    ...(trial && grams > 0 ? [{ from: cup, to: cup, grams }] : []),
    ...(sprue.grams > 0 && sprue.to !== 'puck'
      ? [{ from: cup, to: sprue.to, grams: sprue.grams }]
      : []),
  ];
  return {
    takes: { [cup]: grams + sprue.grams + lost },
    baits: trial ? 0 : grams,
    returns,
    puck: sprue.to === 'puck' ? sprue.grams : 0,
    lost,
    lag,
  };
}
