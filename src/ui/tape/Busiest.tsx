import { LANES } from '@/core/tape/lanes.ts';
import type { Tape } from '@/core/tape/index.ts';

/** The lane that limits an evening, in a sentence. */
export function Busiest({ tape: { shares } }: { tape: Tape }) {
  const [first, second] = shares;
  if (!first) return null;
  const said = ({ lane, share }: Tape['shares'][number]) =>
    `${lane.kind === 'hands' ? LANES.hands.limits : lane.name} ${Math.round(100 * share)} %`;
  return (
    <span data-busiest>
      At work most: {said(first)}
      {second ? `, then ${said(second)}` : ''} of the session.
    </span>
  );
}
