import { lightness } from '../build/barrels.ts';
import { draftJobs } from '../plan/draft.ts';
import type { Job } from '../plan/input.ts';
import type { DraftDefaults, Shelf } from '../plan/shelf.ts';
import { byId } from '../plan/tools.ts';
import { asChosen } from './asChosen.ts';
import { partsOf } from './jobOf.ts';
import type { Piece } from './piece.ts';

/** What jobs are drafted by. */
export interface DraftedBy {
  shelf: Shelf;
  defaults: DraftDefaults;
  /** a mould there is a second of, by its number */
  twice?: number;
}

/** Numbers of moulds that are not there: a second of one that is. */
const SECOND = 1_000_000;
/** A job in which a second mould stands beside one, of the same cavities. */
const withSecond = (job: Job, mould: number): Job => ({
  ...job,
  tools: job.tools.map((tools) => ({
    ...tools,
    moulds: tools.moulds.flatMap((entry) =>
      entry.id === mould
        ? [
            entry,
            {
              ...entry,
              id: SECOND + mould,
              mould: { ...entry.mould, name: `a second ${entry.mould.name}` },
            },
          ]
        : [entry],
    ),
  })),
});

/** How light a colourway is, 0 to 1: the mean of its colours. */
function lightOf(shelf: Shelf, colourway: number): number {
  const mixes = Object.values(byId(shelf.colourways, colourway)?.layers ?? {});
  const lights = mixes.flatMap((mix) => {
    const colour = byId(shelf.mixes, mix ?? 0)?.colour;
    return colour === undefined ? [] : [lightness(colour)];
  });
  return lights.reduce((sum, light) => sum + light, 0) / Math.max(1, lights.length);
}

/**
 * The jobs of a session of some pieces, as a draft has them and a hand wants them: the soonest promised
 * first, of those of one day the light before the dark.
 */
export function drafter({ shelf, defaults, twice }: DraftedBy): (some: readonly Piece[]) => Job[] {
  const lights = new Map(shelf.colourways.map(({ id }) => [id, lightOf(shelf, id)]));
  const light = ({ colourway }: Piece): number => lights.get(colourway) ?? 0;
  return (pieces) => {
    const parts = partsOf([...pieces].sort((one, other) => light(other) - light(one)));
    const jobs = asChosen(draftJobs(shelf, parts, defaults), pieces, { shelf, defaults });
    return twice === undefined ? jobs : jobs.map((job) => withSecond(job, twice));
  };
}
