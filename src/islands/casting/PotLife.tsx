import { partOf } from '../../core/casting/becomes.ts';
import type { PartKey } from '../../core/casting/casting.ts';
import type { Casting } from '../../core/casting/schema.ts';
import { clock } from '../../core/quantity/format.ts';

const UNTIL = {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
} as const;

/** What a part's mix still has of its pot life, or when it is cured. */
export function PotLife({ casting, part, now }: { casting: Casting; part: PartKey; now: number }) {
  const mixed = casting.mixed.findLast((other) => other.part === part);
  if (!mixed) return null;
  const { potLife, cure } = partOf(casting, part);
  const left = mixed.at + potLife * 60000 - now;
  const cured = mixed.at + cure * 3600000;
  if (left > 0)
    return (
      <b className="figure text-2xl" role="timer">
        {clock(left / 1000)}
      </b>
    );
  return (
    <span>
      {now < cured ? `cures until ${new Date(cured).toLocaleString('en-GB', UNTIL)}` : 'cured'}
    </span>
  );
}
