import type { BottleIs } from '../../material/bottle.ts';
import type { Material } from '../../material/shelf.ts';
import { type PlanInput, PlanInputSchema } from '../../plan/input.ts';
import { planSession } from '../../plan/plan.ts';
import type { Plan } from '../../plan/planned.ts';
import type { ShopUnits } from '../../quantity/units.ts';
import { type HeatSetup, USUAL_SETUP } from '../heatNotes.ts';
import { heatByNumber, numbered } from './numbered.ts';
import type { BenchSettings } from '../settings.ts';

/** All a session starts from: the plan as it was when the bench was opened. Never edited. */
export interface Snapshot {
  name: string;
  units: ShopUnits;
  bench: BenchSettings;
  input: PlanInput;
  plan: Plan;
  /** ovens, and what was learned of the bench before */
  heat: HeatSetup;
  colour: ColourBook;
}
type ByMix = { mix?: number; cup?: string };
/** What a plan of before said of a cup by its mix, said by the cup's id. */
const byCup = <Part extends object>(part: Part & ByMix): Part =>
  part.cup === undefined ? { ...part, cup: String(part.mix) } : part;

/** A plan as it was worked out, its cups under ids of their own. */
function withCupIds<Worked extends Plan>(plan: Worked): Worked {
  return {
    ...plan,
    cups: plan.cups.map((cup) => ({ ...cup, id: cup.id ?? String(cup.mix) })),
    draws: plan.draws.map((draw) => ({
      ...draw,
      barrels: draw.barrels.map(byCup),
      ...(draw.poured ? { poured: draw.poured.map(byCup) } : {}),
    })),
    ...(plan.runs
      ? { runs: plan.runs.map((run) => ({ ...run, barrels: run.barrels.map(byCup) })) }
      : {}),
  };
}

/** A snapshot as it was kept, brought to today's form: the first slice had one stage a job. */
export function upcastSnapshot(raw: Snapshot & { plan: { jobs?: Plan['runs'] } }): Snapshot {
  const { jobs, ...plan } = withCupIds(raw.plan);
  const input = numbered(PlanInputSchema.parse(raw.input));
  return {
    ...raw,
    heat: heatByNumber(raw.heat ?? USUAL_SETUP, input),
    colour: raw.colour ?? NO_BOOK,
    input,
    plan: {
      ...plan,
      runs: plan.runs ?? jobs?.map((run) => ({ ...run, barrels: run.barrels.map(byCup) })) ?? [],
    },
  };
}
/**
 * What the bench knows of colour: the shelf as it stood, and the version of each mix a cup began
 * from.
 */
export interface ColourBook {
  materials: Material[];
  versions: Record<string, number>;
  /** bottles that were not in order, by their material's number */
  bottles?: Record<string, BottleIs>;
  /** how the shop doses */
  dosing: 'drops' | 'weigh';
}
export const NO_BOOK: ColourBook = { materials: [], versions: {}, dosing: 'drops' };

/**
 * What a session is opened with: a plan, worked out already or worked out here, on a shop's bench.
 * @param known what was learned of heat, and the shelf; without them all is as usual
 */
export const snapshotFrom = (
  name: string,
  input: PlanInput,
  { units, bench }: { units: ShopUnits; bench: BenchSettings },
  known: { heat?: HeatSetup; colour?: ColourBook; plan?: Plan } = {},
): Snapshot => ({
  name,
  heat: known.heat ?? USUAL_SETUP,
  colour: known.colour ?? NO_BOOK,
  units,
  bench: { ...bench, purge: input.settings.purge, tolerance: input.settings.tolerance },
  input,
  plan: known.plan ?? planSession(input, units),
});
