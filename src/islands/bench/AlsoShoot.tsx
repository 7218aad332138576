import { useEffect, useState } from 'react';
import type { Shelf } from '@/core/plan/index.ts';
import { withUnnamed } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { Send, SessionState, BookPart } from '@/core/session/index.ts';
import { alsoShoot, buildsFor, joinable, joinLine } from '@/core/session/index.ts';
import { call } from '@/ui/api.ts';
import { sayDay } from '@/ui/days.ts';
import { FigureField } from '@/ui/FigureField.tsx';
import { Select } from '@/ui/Select.tsx';
import { Wrong } from '@/ui/Wrong.tsx';

interface Props {
  state: SessionState;
  shelf: Shelf;
  units: ShopUnits;
  onSend: (send: Send) => void;
}

const named = (all: readonly { id: number; spec: { name: string } }[]) =>
  all.map(({ id, spec }) => ({ value: String(id), name: spec.name }));

/** Another bait or colourway beside what is shot, from the cups that stand there or from new ones. */
export function AlsoShoot({ state, shelf, units, onSend }: Props) {
  const [run] = state.runs.values();
  const [bait, setBait] = useState(String(run?.job.bait.id ?? ''));
  const [colourway, setColourway] = useState(String(run?.job.colourway.id ?? ''));
  const [shots, setShots] = useState<number>(1);
  const [build, setBuild] = useState('');
  const all = withUnnamed(shelf, 'medium');
  const ways = buildsFor(Number(colourway), all);
  const [wrong, setWrong] = useState('');
  const take = () => {
    const wanted = { bait: Number(bait), colourway: Number(colourway), shots, build };
    const change = alsoShoot(state, wanted, { shelf, units });
    setWrong(change.ok ? '' : change.refused.join(' '));
    if (change.ok) onSend(change.send);
  };
  return (
    <section className="border-t border-ink py-3" aria-label="Also shoot">
      <h3 className="font-bold">Also shoot</h3>
      <div className="mt-2 grid items-end gap-3 md:grid-cols-[1fr_1fr_1fr_90px_auto]">
        <Select label="Bait" value={bait} options={named(shelf.baits)} onChange={setBait} />
        <Select
          label="Colourway"
          value={colourway}
          options={named(all.colourways)}
          onChange={(id) => {
            setColourway(id);
            setBuild('');
          }}
        />
        <Select
          label="Shot as"
          value={build || (ways[0]?.key ?? '')}
          options={ways.map(({ key, name }) => ({ value: key, name }))}
          onChange={setBuild}
        />
        <FigureField
          label="Shots"
          of="count"
          whole
          value={shots}
          min={1}
          max={200}
          units={units}
          onChange={setShots}
        />
        <button type="button" className="act min-h-16" onClick={take}>
          Shoot it too
        </button>
      </div>
      <Wrong>{wrong}</Wrong>
      <FromBook state={state} onSend={onSend} />
    </section>
  );
}

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

/** Lines of the order book that want what is shot here: they join at a touch. */
function FromBook({ state, onSend }: Pick<Props, 'state' | 'onSend'>) {
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
