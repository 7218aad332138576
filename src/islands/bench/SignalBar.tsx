import type { Moment } from '@/core/session/index.ts';
import { SIGNALS } from '@/core/session/index.ts';

/** A moment that has come, large across the bench for as long as a look takes. */
export const SignalBar = ({ moment }: { moment: Moment | null }) => (
  <div role="status" className="pointer-events-none fixed inset-x-0 top-0 z-20">
    {moment && (
      <p
        className="border-b-4 border-watch bg-ink px-6 py-3 text-3xl font-bold text-ground"
        data-signal={moment.kind}
      >
        {SIGNALS[moment.kind].name}: {moment.about}
      </p>
    )}
  </div>
);
