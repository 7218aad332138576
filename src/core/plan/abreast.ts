import type { Run } from './run.ts';

const cupsOf = ({ job }: Run): string[] => Object.values(job.drawnFrom).flatMap((cup) => cup ?? []);

const meet = <Thing>(one: readonly Thing[], other: readonly Thing[]): boolean =>
  one.some((thing) => other.includes(thing));

/** Whether two runs want nothing that can only be at one place: their moulds can be shot abreast. */
function shareNothing(one: Run, other: Run): boolean {
  const [first, second] = [one.tools, other.tools];
  return (
    one.job.key !== other.job.key &&
    first.injector !== null &&
    second.injector !== null &&
    first.injector.id !== second.injector.id &&
    (first.block === null || first.block.id !== second.block?.id) &&
    !meet(cupsOf(one), cupsOf(other)) &&
    !meet(
      first.moulds.map(({ id }) => id),
      second.moulds.map(({ id }) => id),
    )
  );
}

/**
 * Whether runs of two colours go on abreast: each with cups, injector and moulds of its own, so that
 * one is made ready and shot while the moulds of the other cool. Stages of one job follow each other.
 * @param one runs that go on in step, see `runsInStep`
 * @param other those that come next
 */
export const areAbreast = (one: readonly Run[], other: readonly Run[]): boolean =>
  one.length > 0 &&
  other.length > 0 &&
  one.every((run) => other.every((beside) => shareNothing(run, beside)));
