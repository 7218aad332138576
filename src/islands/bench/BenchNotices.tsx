import { lasting } from '@/core/quantity/index.ts';
import { clockOff } from '@/ui/shopClock.ts';
import type { useSession } from './useSession.ts';

/** ms a device's clock may be off before that is said. */
const CLOCK_OFF = 30_000;

const things = (count: number): string => `${count} ${count === 1 ? 'thing is' : 'things are'}`;

type Props = Pick<
  ReturnType<typeof useSession>,
  'waiting' | 'alone' | 'away' | 'mayNot' | 'refused' | 'answer'
>;
/** What stands between this bench and the shop's log. */
export function BenchNotices({ waiting, alone, away, mayNot, refused, answer }: Props) {
  const off = clockOff();
  const kept = waiting - alone;
  const notSent = mayNot ?? (away ? 'The shop’s machine is not answering.' : null);
  const sent = mayNot === null ? 'sent by itself' : 'sent once that is put right';
  if (notSent === null && refused.length === 0 && Math.abs(off) <= CLOCK_OFF) return null;
  return (
    <div
      role="status"
      className="border-b border-ink bg-raised px-4 py-2 font-semibold text-watch md:px-6"
    >
      {notSent !== null && (
        <p>
          {notSent}
          {(kept > 0 || alone === 0) && ` ${things(kept)} kept on this bench and ${sent}.`}
        </p>
      )}
      {notSent !== null && alone > 0 && (
        <p className="text-stop">
          This device has no room to keep more: {things(alone)} in this page alone. Leave it open
          until what is here is sent.
        </p>
      )}
      {Math.abs(off) > CLOCK_OFF && (
        <p>
          This tablet’s clock is {lasting(Math.abs(off) / 1000)} {off < 0 ? 'fast' : 'slow'}. The
          bench goes by the shop’s.
        </p>
      )}
      {refused.map((refused) => (
        <p key={refused.id} className="text-stop">
          {refused.why}{' '}
          <button type="button" className="act" onClick={() => answer(refused.id, 'again')}>
            Send it again
          </button>{' '}
          <button type="button" className="act" onClick={() => answer(refused.id, 'seen')}>
            Leave it out
          </button>
        </p>
      ))}
    </div>
  );
}
