import { useState } from 'react';
import { v4 } from 'uuid';
import { call } from '@/ui/api.ts';

/** Baits on the shelf that a part of a line wants. */
export interface OnShelf {
  part: number;
  name: string;
  heap: { bait: number; colourway: number; build: string; grade: string };
  /** that lie there, and that the part still wants */
  held: number;
  wants: number;
}

/** What lies on the shelf already is offered to the line, before more is shot. */
export function FromShelf({
  offers,
  onDone,
}: {
  offers: readonly OnShelf[];
  onDone: (count: number) => void;
}) {
  const [taken, setTaken] = useState<ReadonlySet<number>>(new Set());
  const [wrong, setWrong] = useState('');
  const take = async (offer: OnShelf, count: number) => {
    const { heap, part } = offer;
    const reply = await call('POST', '/api/stock/moves', {
      ...{ what: 'allotted', part, heap, count, cause: v4() },
    });
    setWrong(reply.ok ? '' : reply.message);
    if (!reply.ok) return;
    setTaken(new Set([...taken, part]));
    onDone(count);
  };
  return (
    <>
      {offers
        .filter(({ part, held, wants }) => held > 0 && wants > 0 && !taken.has(part))
        .map((offer) => {
          const count = Math.min(offer.held, offer.wants);
          const key = `${offer.part}/${offer.heap.build}/${offer.heap.grade}`;
          return (
            <span key={key} className="mt-1 flex flex-wrap items-center gap-2 text-sm">
              {offer.held}
              {offer.heap.grade === 'usable' ? ' usable' : ''} on the shelf
              {offers.length > 1 ? `, ${offer.name}` : ''}:
              <button type="button" className="act" onClick={() => void take(offer, count)}>
                Take {count}
              </button>
            </span>
          );
        })}
      {wrong && (
        <span className="wrong" role="alert">
          {wrong}
        </span>
      )}
    </>
  );
}
