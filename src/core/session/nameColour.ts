import type { Mix } from '../material/index.ts';
import type { CupChoice } from '../plan/index.ts';
import { UNNAMED } from '../plan/index.ts';
import type { RunState, SessionState } from './state.ts';
import type { CupState } from './state/cup.ts';
import type { ShotState } from './state/shot.ts';
import type { Send } from './step.ts';

/** What a colour made with the cup in hand has become: a mix of the book, and its colourway. */
export interface MadeColour {
  mix: { id: number; spec: Mix };
  colourway: { id: number; name: string };
}

/** Whether a shot is of that cup alone, as it stood after so many entries of its trail. */
function isOf({ draws }: SessionState, shot: ShotState, cup: CupState, upTo: number): boolean {
  const drawn = [...new Set(shot.cavities.values())].flatMap((draw) => draws.get(draw)!.barrels);
  const portions = [...drawn, ...shot.poured];
  return portions.length > 0 && portions.every((one) => one.cup === cup.key && one.trail === upTo);
}

/** The cup as it stands, meant for its mix. */
const choiceOf = (cup: CupState, { mix }: MadeColour): CupChoice => ({
  id: cup.key,
  mix: mix.id,
  recipe: mix.spec,
  vessel: cup.vessel && { id: UNNAMED, vessel: cup.vessel },
  degas: cup.degas,
});

/** From here on what is shot of that cup alone is of its colourway, and the cup is meant for its mix. */
function meantFor(run: RunState, cup: CupState, made: MadeColour): Send {
  const { job, tools } = run;
  const { mix, colourway } = made;
  return {
    kind: 'changed',
    payload: {
      what: 'colourway',
      job: run.key,
      colourway,
      build: job.build,
      layers: Object.fromEntries(Object.keys(job.layers).map((layer) => [layer, mix.id])),
      drawnFrom: job.drawnFrom,
      cups: [choiceOf(cup, made)],
      injector: tools.injector,
      block: tools.block,
    },
  };
}

/**
 * A colour with no recipe has its name: what was shot of the cup as it was kept is that, and so is
 * what is shot of it from here on, until it is doctored again.
 * @param upTo entries of the cup's trail the mix was kept of
 */
export function nameColour(
  state: SessionState,
  cup: CupState,
  made: MadeColour,
  upTo: number,
): Send[] {
  const shots = [...state.shots.values()]
    .filter(({ colourway, called }) => colourway.id === UNNAMED && called === null)
    .filter((shot) => isOf(state, shot, cup, upTo))
    .map(({ id }) => id);
  const runs = [...state.runs.values()].filter(
    ({ job }) =>
      job.colourway.id === UNNAMED &&
      Object.values(job.drawnFrom).every((drawn) => drawn === cup.key),
  );
  const meant = runs.map((run) => meantFor(run, cup, made));
  // Nothing more is shot from it by itself: it is called what it is all the same.
  if (meant.length === 0 && cup.mix === UNNAMED)
    meant.push({ kind: 'changed', payload: { what: 'cup', cup: choiceOf(cup, made) } });
  return [
    ...(shots.length > 0
      ? [{ kind: 'named' as const, payload: { shots, colourway: made.colourway } }]
      : []),
    ...meant,
  ];
}
