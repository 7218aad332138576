import { useEffect, useState } from 'react';
import type { BookPart, Send, SessionState } from '@/core/session/index.ts';
import { joinable, joinLine } from '@/core/session/index.ts';
import { call } from '@/ui/api.ts';
import { sayDay } from '@/ui/days.ts';

/** A line of the open book, as the shop answers. */
interface BookLine {
  id: number;
  customer: string;
  promised: string;
  parts: { id: number; bait: number; colourway: number; count: number; allotted: number }[];
}
const wantedOf = (lines: readonly BookLine[]): BookPart[] =>
  lines.flatMap(({ id, customer, promised, parts }) =>
    parts.map(({ id: part, bait, colourway, count, allotted }) => ({
      ...{ part, line: id, for: customer, due: promised, bait, colourway },
      rest: count - allotted,
    })),
  );

/** The whole open book, page after page; what the shop did not answer is left out. */
async function wholeBook(): Promise<BookPart[]> {
  const all: BookPart[] = [];
  for (let after = ''; ;) {
    const reply = await call<BookLine[]>('GET', `/api/orders${after}`);
    const last = reply.ok ? reply.value.at(-1) : undefined;
    if (!reply.ok || !last) return all;
    all.push(...wantedOf(reply.value));
    after = `?after=${last.promised},${last.id}`;
  }
}

interface Props {
  state: SessionState;
  onSend: (send: Send) => void;
}
/** Lines of the order book that want what is shot here: they join at a touch. */
export function FromBook({ state, onSend }: Props) {
  const [book, setBook] = useState<BookPart[]>([]);
  useEffect(() => void wholeBook().then(setBook), []);
  const all = [...state.runs.values()].flatMap((run) =>
    joinable(state, run, book).map((wanted) => ({ run, wanted })),
  );
  if (all.length === 0) return null;
  return (
    <ul className="mt-3" aria-label="Lines that want what is shot here">
      {all.map(({ run, wanted }) => (
        <li
          key={`${run.key}/${wanted.part}`}
          className="flex flex-wrap items-center justify-between gap-3 border-b border-rule py-1"
        >
          <span>
            {wanted.for} wants {wanted.rest} {run.job.bait.name}, {run.job.colourway.name}, due{' '}
            {sayDay(wanted.due)}
          </span>
          <button type="button" className="act" onClick={() => onSend(joinLine(run, wanted))}>
            Shoot them here
          </button>
        </li>
      ))}
    </ul>
  );
}
