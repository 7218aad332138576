import type { PlannedDraw } from '../plan/laid.ts';

/** What a draw takes, cup by cup. */
export const taken = (draw: PlannedDraw): PlannedDraw['barrels'] => [
  ...(draw.poured ?? []),
  ...draw.barrels,
];
/** Whether draws take as much from the same cups, for the same run. */
const isAlike = (one: PlannedDraw, next: PlannedDraw): boolean =>
  one.job === next.job &&
  taken(one).length === taken(next).length &&
  taken(one).every(
    ({ cup, ml }, nth) => taken(next)[nth]!.cup === cup && Math.abs(taken(next)[nth]!.ml - ml) < 1,
  );
/** Whether draws of two runs may come by turns: from the same cups. */
const isInStep = (one: PlannedDraw, next: PlannedDraw): boolean =>
  one.job !== next.job &&
  taken(one).length === taken(next).length &&
  taken(one).every(({ cup }, nth) => taken(next)[nth]!.cup === cup);

/** Draws that are one line: alike, or of several runs by turns; so many of them are one turn. */
interface Together {
  draws: PlannedDraw[];
  turn: number;
}
/** Whether a draw goes on with those before it. */
function goesOn({ draws, turn }: Together, next: PlannedDraw): 'as before' | 'by turns' | null {
  if (isAlike(draws[draws.length - turn]!, next)) return 'as before';
  const isFirstTurn = draws.length === turn;
  return isFirstTurn && draws.every((draw) => isInStep(draw, next)) ? 'by turns' : null;
}

/** Draws in their order, those of one line together: none is charged for but the first of it. */
export function together(draws: readonly PlannedDraw[], charged: ReadonlySet<number>): Together[] {
  const groups: Together[] = [];
  for (const draw of draws) {
    const group = groups.at(-1);
    const how = group && !charged.has(draw.n) ? goesOn(group, draw) : null;
    if (!group || !how) {
      groups.push({ draws: [draw], turn: 1 });
      continue;
    }
    group.draws.push(draw);
    if (how === 'by turns') group.turn += 1;
  }
  return groups;
}
