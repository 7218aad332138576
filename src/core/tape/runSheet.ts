import type { Phrase } from '../quantity/phrase.ts';
import { joined, phrase, saidAmount } from '../quantity/phrase.ts';
import type { PlanInput } from '../plan/input.ts';
import type { PlannedDraw } from '../plan/laid.ts';
import type { Plan } from '../plan/planned.ts';
import { runsOf } from '../plan/run.ts';
import type { Timing } from './timing.ts';

/** A line of the run sheet: when, s after the start, and what. */
interface RunSheetRow {
  /** from when, and where several draws are one line, to the last of them */
  from: number;
  to: number | null;
  what: Phrase;
  with: Phrase;
  /** draws it stands for, by number */
  draws: number[];
}
export interface RunSheet {
  rows: RunSheetRow[];
  /** s until the end: as it likely goes, and eight times in ten */
  ends: { low: number; mid: number; high: number };
  lastMinute: Timing['lastMinute'];
}

const mL = (ml: number) => saidAmount(ml, 'volume');

/** What a draw takes, cup by cup. */
const taken = (draw: PlannedDraw): PlannedDraw['barrels'] => [
  ...(draw.poured ?? []),
  ...draw.barrels,
];
/** Draws that are done alike, one after the other, with no charge before any but the first. */
const isAlike = (one: PlannedDraw, next: PlannedDraw, charged: ReadonlySet<number>): boolean =>
  one.job === next.job &&
  !charged.has(next.n) &&
  taken(one).length === taken(next).length &&
  taken(one).every(
    ({ cup, ml }, nth) => taken(next)[nth]!.cup === cup && Math.abs(taken(next)[nth]!.ml - ml) < 1,
  );

/** Draws in their order, those that are alike together. */
function together(draws: readonly PlannedDraw[], charged: ReadonlySet<number>): PlannedDraw[][] {
  const groups: PlannedDraw[][] = [];
  for (const draw of draws) {
    const group = groups.at(-1);
    if (group && isAlike(group.at(-1)!, draw, charged)) group.push(draw);
    else groups.push([draw]);
  }
  return groups;
}

/**
 * A session on paper: the tape in words and times, from making ready to the last draw; draws that
 * are alike are one line.
 */
export function runSheet(plan: Plan, input: PlanInput, timing: Timing): RunSheet {
  const letterOf = new Map(plan.cups.map(({ id, letter }) => [id, letter]));
  const charges = plan.cups.flatMap(({ letter, charges }) =>
    charges.map((charge) => ({ ...charge, letter })),
  );
  const first = plan.draws[0]?.n ?? 1;
  const later = charges.filter(({ beforeDraw }) => beforeDraw > first);
  const runs = new Map(input.jobs.flatMap(runsOf).map((run) => [run.key, run]));
  const atOf = new Map(plan.draws.map(({ n: draw }, nth) => [draw, timing.draws[nth]!.mid]));
  const before = timing.phases
    .filter(({ begins }) => begins !== null)
    .map(({ begins, what, why }): RunSheetRow => ({
      ...{ from: begins!, to: null, what, with: why, draws: [] },
    }));
  const charged = new Set(later.map(({ beforeDraw }) => beforeDraw));
  const rows = together(plan.draws, charged).flatMap((group): RunSheetRow[] => {
    const [draw, last] = [group[0]!, group.at(-1)!];
    const run = runs.get(draw.job);
    const more = later
      .filter(({ beforeDraw }) => beforeDraw === draw.n)
      .map(({ letter, grams }): RunSheetRow => ({
        ...{ from: atOf.get(draw.n)!, to: null, draws: [] },
        what: phrase`Charge ${letter} again`,
        with: phrase`${saidAmount(grams, 'mass')}, before draw ${String(draw.n)}`,
      }));
    return [
      ...more,
      {
        from: atOf.get(draw.n)!,
        to: group.length > 1 ? atOf.get(last.n)! : null,
        what: joined([
          group.length > 1 ? `Draws ${draw.n} to ${last.n}: ` : `Draw ${draw.n}: `,
          run ? `${run.job.bait.name}, ${run.job.colourway.name}` : draw.job,
          run && run.job.tools.length > 1 ? `, ${run.stage.name}` : '',
        ]),
        with: joined(
          [
            joined(
              taken(draw).map(({ cup, ml }) => phrase`${letterOf.get(cup) ?? '?'} ${mL(ml)}`),
              ', ',
            ),
            (run?.tools.moulds ?? []).map(({ mould }) => mould.name).join(' and '),
          ],
          '; ',
        ),
        draws: group.map(({ n: number }) => number),
      },
    ];
  });
  return { rows: [...before, ...rows], ends: timing.all, lastMinute: timing.lastMinute };
}
