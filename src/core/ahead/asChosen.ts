import { seated } from '../plan/cupsFor.ts';
import { settle } from '../plan/draft.ts';
import type { Job } from '../plan/input.ts';
import { jobInMould, jobWithTools } from '../plan/jobChange.ts';
import type { DraftDefaults, Shelf } from '../plan/shelf.ts';
import { type Chosen, PLACES } from './chosen.ts';
import { jobOf } from './jobOf.ts';
import type { Piece } from './piece.ts';

/** A job in the mould and by the injector that were chosen for its last stage. */
function jobAs(job: Job, { mould, injector }: Chosen, from: From): Job {
  const last = job.build.stages.length - 1;
  const entry = from.shelf.moulds.find(({ id }) => id === mould);
  const cast = entry ? jobInMould(job, last, entry, from) : job;
  const found = from.shelf.injectors.find(({ id }) => id === injector);
  return found
    ? jobWithTools(cast, last, { injector: { id: found.id, injector: found.spec }, order: [] })
    : cast;
}
interface From {
  shelf: Shelf;
  defaults: DraftDefaults;
}

/** The jobs of a session as a hand wants its pieces shot. */
export function asChosen(jobs: Job[], pieces: readonly Piece[], from: From): Job[] {
  const chosen = new Map(pieces.map((piece) => [jobOf(piece), piece.chosen]));
  if ([...chosen.values()].every((own) => own === undefined)) return jobs;
  const orderOf = ({ key }: Job): number => {
    const place = chosen.get(key)?.place;
    return place ? PLACES[place].order : 0;
  };
  const changed = jobs
    .map((job) => jobAs(job, chosen.get(job.key) ?? {}, from))
    .sort((one, other) => orderOf(one) - orderOf(other));
  return settle(from.shelf, seated(changed, []));
}
