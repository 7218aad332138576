import type { Bound, LaneShare, Outcome } from '@/core/ahead/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { LANES } from '@/core/tape/lanes.ts';
import type { Shown } from '@/worker/ahead.worker.ts';

interface Props {
  units: ShopUnits;
  lanes: LaneShare[];
  bound: Bound;
  now: Shown;
  /** something is held where a hand laid it */
  isHeld: boolean;
  tries: { name: string; shown: Shown }[];
  onTry: (name: string) => void;
}
const minutes = (seconds: number): number => Math.round(seconds / 60);

/** g of plastic left over that make no difference (judgement). */
const HARDLY_ANY = 10;

/** What one outcome has less or more than another, in words. */
export function differs(now: Outcome, then: Outcome, units: ShopUnits): string {
  const left = then.leftG - now.leftG;
  const said = (count: number, one: string, many: string): string[] =>
    count === 0
      ? []
      : [`${Math.abs(count)} ${Math.abs(count) === 1 ? one : many} ${count < 0 ? 'less' : 'more'}`];
  const parts = [
    ...said(then.late - now.late, 'late line', 'late lines'),
    ...said(then.sessions - now.sessions, 'session', 'sessions'),
    ...said(minutes(then.seconds) - minutes(now.seconds), 'minute', 'minutes'),
    ...(Math.abs(left) < HARDLY_ANY
      ? []
      : [`${say(Math.abs(left), 'mass', units, 0)} ${left < 0 ? 'less' : 'more'} left over`]),
  ];
  return parts.length > 0 ? parts.join(', ') : 'changes nothing';
}

/** How much better it could be laid: by all ways there are, or by what no layout does better than. */
function BoundSays({
  bound,
  now: { laid, outcome },
  isHeld,
}: Pick<Props, 'bound' | 'now' | 'isHeld'>) {
  const late = (count: number) => `${count} ${count === 1 ? 'line' : 'lines'}`;
  const takes = minutes(outcome.seconds);
  const held = isHeld ? ', those you hold where they are,' : '';
  return (
    <p className="mt-1 mb-2 max-w-prose" data-bound>
      {laid.sureWithin === null
        ? `However it is laid, its hands want ${minutes(bound.seconds)} min at the least; this takes ${takes}.`
        : `This takes ${takes} min. All ways to lay these jobs whole${held} were looked through: ` +
          `none is likely better by more than ${Math.round(100 * laid.sureWithin)} in 100 of its time.`}
      {bound.late > 0 &&
        ` At least ${late(bound.late)} would be late or not laid; here ${late(outcome.late)}.`}
    </p>
  );
}

/** What the time at the bench goes to, and what one change would bring, for better or worse. */
export function Limits({ units, lanes, bound, now, isHeld, tries, onTry }: Props) {
  return (
    <section aria-label="What limits it">
      <h2>What limits it</h2>
      <BoundSays {...{ bound, now, isHeld }} />
      <ul className="border-t-[1.5px] border-ink">
        {lanes.map(({ lane, seconds, share }) => (
          <li key={lane.key} className="grid grid-cols-[150px_1fr_auto] items-center gap-3 py-1">
            <span>{lane.kind === 'hands' ? LANES.hands.limits : lane.name}</span>
            <span className="h-4 border border-ink" aria-hidden="true">
              <span className="block h-full bg-ink" style={{ width: `${100 * share}%` }} />
            </span>
            <span className="figure w-32 text-right whitespace-nowrap">
              {minutes(seconds)} min, {Math.round(100 * share)} %
            </span>
          </li>
        ))}
      </ul>
      <h3 className="mt-4 font-bold">What one change would bring</h3>
      <ul>
        {tries.map(({ name, shown }) => (
          <li
            key={name}
            className="flex items-center justify-between gap-2 border-b border-rule py-1"
            data-try={name}
          >
            <span className="min-w-0">
              {name}
              <span className="block text-sm text-soft">
                {differs(now.outcome, shown.outcome, units)}
              </span>
            </span>
            <button
              type="button"
              className="act shrink-0"
              aria-label={`Look at it with: ${name}`}
              onClick={() => onTry(name)}
            >
              Look at it
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
