import { sayDay } from '@/ui/days.ts';
import type { SpokenFor, WantedPart } from '@/core/plan/index.ts';

/** A line of the order book as it is chosen from. */
export interface OpenPart extends WantedPart, SpokenFor {
  /** what is neither on the shelf nor on an open bench */
  rest: number;
  baitName: string;
  colourwayName: string;
}

interface Props {
  parts: OpenPart[];
  chosen: ReadonlySet<number>;
  onToggle: (part: OpenPart) => void;
}

/** What of a line need not be shot any more. */
export function spokenSays({ bench = 0, shelf = 0 }: Partial<SpokenFor>): string {
  const said = [
    bench > 0 ? `${bench} on an open bench` : '',
    shelf > 0 ? `${shelf} on the shelf` : '',
  ].filter((part) => part !== '');
  return said.length > 0 ? `, ${said.join(', ')}` : '';
}

/** One part of a line: taken into the plan, or seen to be spoken for already. */
function Part({
  part,
  chosen,
  onToggle,
}: {
  part: OpenPart;
  chosen: boolean;
  onToggle: (part: OpenPart) => void;
}) {
  const shot = part.rest <= 0 && !chosen;
  return (
    <label
      className={
        'flex min-h-11 cursor-pointer items-center gap-3 border-b border-rule' +
        (shot ? ' text-soft' : '')
      }
    >
      <input
        type="checkbox"
        className="size-5 shrink-0"
        checked={chosen}
        onChange={() => onToggle(part)}
      />
      <span className="min-w-0 flex-1">
        <b>{part.baitName}</b> {part.colourwayName}{' '}
        <span className="text-soft">
          for {part.for}, {sayDay(part.due)}
          {spokenSays(part)}
        </span>
      </span>
      <b className="figure">{chosen ? part.count : part.rest}</b>
    </label>
  );
}

/** Open lines of the order book, to be taken into the plan. */
export function BookLines({ parts, chosen, onToggle }: Props) {
  return (
    <>
      <h2 className="mt-6">From the book</h2>
      {parts.length === 0 && <p className="hint">Every line in the book is shot.</p>}
      <ul>
        {parts.map((part) => (
          <li key={part.part}>
            <Part part={part} chosen={chosen.has(part.part)} onToggle={onToggle} />
          </li>
        ))}
      </ul>
    </>
  );
}
