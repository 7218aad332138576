import type { Timing } from '@/core/tape/index.ts';
import { clock, lasting } from '@/core/quantity/format.ts';

/**
 * How long the session takes, from the models of heat and the shop's own hands, and when it ends if
 * begun now.
 */
export function TimingOf({ timing }: { timing: Timing | null }) {
  if (!timing)
    return (
      <p className="hint mt-6" role="status">
        Timing it…
      </p>
    );
  const { phases, all, lastMinute } = timing;
  const most = Math.max(...phases.map((phase) => phase.seconds.high));
  const ends = new Date(Date.now() + all.mid * 1000).toTimeString().slice(0, 5);
  return (
    <section
      className="mt-6 grid gap-8 md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]"
      aria-label="How long it takes"
    >
      <div>
        <h2>How long it takes</h2>
        <p>
          <span className="figure text-3xl" data-length>
            {lasting(all.mid)}
          </span>{' '}
          <span className="text-soft">
            {lasting(all.low)} to {lasting(all.high)}, eight in ten. Begun now, it ends about {ends}
            .
          </span>
        </p>
        <ul className="mt-2">
          {phases.map((phase) => (
            <li
              key={phase.what}
              className="grid grid-cols-[minmax(0,1fr)_5.5rem] items-center gap-x-3 border-b border-rule py-1"
            >
              <span>
                {phase.what} <span className="hint">{phase.why}</span>
              </span>
              <b className="figure text-right">{lasting(phase.seconds.mid)}</b>
              <svg
                viewBox="0 0 300 8"
                className="col-span-2 block h-2 w-full"
                preserveAspectRatio="none"
                aria-hidden="true"
              >
                <path
                  d={`M0 4H${(phase.seconds.mid / most) * 300}`}
                  stroke="var(--ink)"
                  strokeWidth="6"
                />
                <path
                  d={`M${(phase.seconds.low / most) * 300} 4H${(phase.seconds.high / most) * 300}`}
                  stroke="var(--soft)"
                  strokeWidth="2"
                />
              </svg>
            </li>
          ))}
        </ul>
      </div>
      <div>
        <h2>The last minute before a draw</h2>
        <ol className="mt-1">
          {lastMinute.map((other) => (
            <li
              key={other.what}
              className="grid grid-cols-[4rem_1fr] gap-2 border-b border-rule py-1"
            >
              <b className="figure">{other.before === 0 ? '0:00' : `−${clock(other.before)}`}</b>
              <span>{other.what}</span>
            </li>
          ))}
        </ol>
        <p className="hint mt-1">
          The match of heats goes stale in seconds: all else is ready before it begins.
        </p>
      </div>
    </section>
  );
}
