import type { Phrase } from '../quantity/phrase.ts';
import { joined, listed, phrase, saidAmount } from '../quantity/phrase.ts';
import type { PlanInput } from '../plan/input.ts';
import type { PlannedDraw } from '../plan/laid.ts';
import type { Plan } from '../plan/planned.ts';
import { runsOf } from '../plan/run.ts';
import { taken, together } from './byTurns.ts';
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
  const drawSaid = (draw: PlannedDraw): Phrase => {
    const run = runs.get(draw.job);
    if (!run) return joined([draw.job]);
    const { job, stage } = run;
    const of = job.tools.length > 1 ? `, ${stage.name}` : '';
    return joined([`${job.bait.name}, ${job.colourway.name}`, of]);
  };
  const takenSaid = (draw: PlannedDraw): Phrase =>
    joined(
      [
        joined(
          taken(draw).map(({ cup, ml }) => phrase`${letterOf.get(cup) ?? '?'} ${mL(ml)}`),
          ', ',
        ),
        listed((runs.get(draw.job)?.tools.moulds ?? []).map(({ mould }) => mould.name)),
      ],
      '; ',
    );
  const rows = together(plan.draws, charged).flatMap(({ draws, turn }): RunSheetRow[] => {
    const [draw, last] = [draws[0]!, draws.at(-1)!];
    const more = later
      .filter(({ beforeDraw }) => beforeDraw === draw.n)
      .map(({ letter, grams }): RunSheetRow => ({
        ...{ from: atOf.get(draw.n)!, to: null, draws: [] },
        what: phrase`Charge ${letter} again`,
        with: phrase`${saidAmount(grams, 'mass')}, before draw ${String(draw.n)}`,
      }));
    const kinds = draws.slice(0, turn);
    const which = draws.length > 1 ? `Draws ${draw.n} to ${last.n}` : `Draw ${draw.n}`;
    return [
      ...more,
      {
        from: atOf.get(draw.n)!,
        to: draws.length > 1 ? atOf.get(last.n)! : null,
        what: joined([
          `${which}${turn > 1 ? ' by turns' : ''}: `,
          joined(kinds.map(drawSaid), ', then '),
        ]),
        with: joined(kinds.map(takenSaid), '; then '),
        draws: draws.map(({ n: number }) => number),
      },
    ];
  });
  return { rows: [...before, ...rows], ends: timing.all, lastMinute: timing.lastMinute };
}
