import type { WantedPart } from '@/core/plan/index.ts';

/** A line of the order book as it is chosen from. */
export interface OpenPart extends WantedPart {
  baitName: string;
  colourwayName: string;
}

interface Props {
  parts: OpenPart[];
  chosen: ReadonlySet<number>;
  onToggle: (part: OpenPart) => void;
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
            <label className="flex min-h-11 cursor-pointer items-center gap-3 border-b border-rule">
              <input
                type="checkbox"
                className="size-5 shrink-0"
                checked={chosen.has(part.part)}
                onChange={() => onToggle(part)}
              />
              <span className="min-w-0 flex-1">
                <b>{part.baitName}</b> {part.colourwayName}{' '}
                <span className="text-soft">
                  for {part.for}, {part.due}
                </span>
              </span>
              <b className="figure">{part.count}</b>
            </label>
          </li>
        ))}
      </ul>
    </>
  );
}
