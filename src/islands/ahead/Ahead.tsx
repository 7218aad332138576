import { useMemo, useState } from 'react';
import type { Laid, Piece } from '@/core/ahead/index.ts';
import { readyOf } from '@/core/ahead/ready.ts';
import type { PlanInput } from '@/core/plan/index.ts';
import { call } from '@/ui/api.ts';
import { Bait } from '@/ui/Bait.tsx';
import { fromToday, sayDay, sayMoment } from '@/ui/days.ts';
import { drawColourway } from '@/ui/drawLayers.ts';
import type { Handed } from '@/ui/handed.ts';
import { takeOver } from '@/ui/handed.ts';
import { Select } from '@/ui/Select.tsx';
import { Verdict } from '@/ui/Verdict.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import type { AheadAsked } from '@/worker/ahead.worker.ts';
import { clockOf } from './clockOf.ts';
import { TapeDrawing } from './TapeDrawing.tsx';
import { useAhead } from './useAhead.ts';

interface Known extends Omit<AheadAsked, 'held'> {
  /** ms on the rack before baits are bagged, and when the page was made */
  cure: number;
  now: number;
}
/** By the end of which minute, and how late in one of ten. */
const endsSays = (laid: Laid, high: number): string =>
  `ends about ${clockOf(laid.time.from + laid.seconds * 1000)}, by ${clockOf(laid.time.from + high * 1000)} nine times in ten`;
const keyOf = ({ bait, colourway }: Pick<Piece, 'bait' | 'colourway'>) => `${bait}/${colourway}`;

interface PieceProps {
  piece: Piece;
  known: Known;
  laid: Laid;
  held: string | undefined;
  hold: (day: string | null) => void;
}
/** One piece on its day: what, how many, for whom, and where else it may go. */
function OnePiece({ piece, known, laid, held, hold }: PieceProps) {
  const { baits, colourways, builds, mixes } = known.shelf;
  const bait = baits.find(({ id }) => id === piece.bait)!.spec;
  const way = colourways.find(({ id }) => id === piece.colourway)!.spec;
  const late = laid.time.to > piece.by;
  const name = `${bait.name}, ${way.name}`;
  return (
    <li className="grid items-center gap-x-4 gap-y-1 border-b border-rule py-2 sm:grid-cols-[110px_minmax(0,1fr)_60px_170px]">
      <Bait
        outline={bait.outline}
        layers={drawColourway(
          way,
          builds.map(({ spec }) => spec),
          mixes,
        )}
        width={104}
      />
      <span className="min-w-0">
        <b>{bait.name}</b> {way.name}
        <span className="block text-sm text-soft">
          {[...new Set(piece.parts.map((part) => part.for))].join(', ')}; wanted{' '}
          {sayDay(piece.parts[0]!.due)}
        </span>
        {late && (
          <Verdict verdict="stop">too late to be cured by {sayDay(piece.parts[0]!.due)}</Verdict>
        )}
      </span>
      <b className="figure text-right text-xl">{piece.baits}</b>
      <Select
        label={`Day for ${name}`}
        hideLabel
        value={held ?? ''}
        options={[
          { value: '', name: 'where it goes best' },
          ...known.times.map(({ day }) => ({ value: day, name: `held: ${sayDay(day)}` })),
        ]}
        onChange={(day) => hold(day === '' ? null : day)}
      />
    </li>
  );
}

/** Keeps a day's session as a plan, and goes there. */
function MakePlan({ day, input }: { day: string; input: PlanInput }) {
  const [wrong, setWrong] = useState('');
  const make = async () => {
    const reply = await call<{ id: number }>('POST', '/api/plans', {
      name: sayDay(day),
      day,
      input,
    });
    if (reply.ok) location.assign(`/plan/${reply.value.id}`);
    else setWrong(reply.message);
  };
  return (
    <>
      <button type="button" className="act" onClick={() => void make()}>
        Make it a plan
      </button>
      <Wrong>{wrong}</Wrong>
    </>
  );
}

/** What the book is promised, and whether the layout keeps it. */
function Promises({ known, times }: { known: Known; times: Laid[] }) {
  const ready = readyOf(times, (due) => known.by[due]!, known.cure);
  const late = ready.filter((part) => part.late > 0);
  const now = new Date(known.now);
  const bait = (id: number) => known.shelf.baits.find((entry) => entry.id === id)!.spec.name;
  return (
    <section aria-label="Promises">
      <h2>Promises</h2>
      <p className="border-t-[1.5px] border-ink pt-2">
        {late.length === 0 ? (
          <Verdict verdict="good">All {ready.length} are cured by their day.</Verdict>
        ) : (
          <Verdict verdict="stop">
            {late.length} of {ready.length} cannot be cured by their day.
          </Verdict>
        )}
      </p>
      <ul className="mt-2">
        {ready.map((part) => (
          <li key={part.part} className="flex justify-between gap-3 border-b border-rule py-1">
            <span className="min-w-0">
              {part.for}: {part.count} {bait(part.bait)}
              <span className="block text-sm text-soft">
                promised {sayDay(part.due)}, {fromToday(part.due, now)}
              </span>
            </span>
            <span className="shrink-0 text-right">
              <Verdict verdict={part.late > 0 ? 'stop' : 'good'}>
                cured {sayMoment(part.cured, now)}
              </Verdict>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The book laid out over the times there are at the bench, to scale. */
export default function Ahead({ handed }: { handed: Handed<Known> }) {
  const known = useMemo(() => takeOver(handed), [handed]);
  const { answer, held, hold } = useAhead(known);
  if (!answer) return <p className="mt-4 text-xl">Laying the book out…</p>;
  const { laid, sessions, done } = answer;
  const used = laid.times.filter(({ pieces }) => pieces.length > 0);
  const colourOf = (mix: number | null | undefined) =>
    known.shelf.mixes.find(({ id }) => id === mix)?.spec.colour ?? 'none';
  const coloursOf = (input: PlanInput) => (run: string) => {
    const job = input.jobs.find(({ key }) => run === key || run.startsWith(`${key}/`));
    return job ? [...new Set(Object.values(job.layers).map(colourOf))] : ['none'];
  };
  return (
    <div className="mt-4 grid gap-x-12 gap-y-8 xl:grid-cols-[minmax(0,1.9fr)_minmax(0,1fr)]">
      <div className="flex min-w-0 flex-col gap-8">
        <p role="status" className="text-lg" data-laid={done ? 'done' : 'better'}>
          {used.length === 0
            ? 'The book wants nothing shot.'
            : `${used.length} ${used.length === 1 ? 'session' : 'sessions'}, ${Math.round(used.reduce((sum, { seconds }) => sum + seconds, 0) / 60)} min at the bench in all.${done ? '' : ' Looking for better…'}`}
        </p>
        {laid.times.map((one, nth) => {
          const session = sessions[nth];
          return (
            <section key={one.time.day} aria-label={sayDay(one.time.day)} data-day={one.time.day}>
              <div className="flex flex-wrap items-end justify-between gap-3">
                <h2>
                  {sayDay(one.time.day)}{' '}
                  <span className="text-sm font-normal text-soft">
                    {clockOf(one.time.from)} to {clockOf(one.time.to)}
                    {session ? `; ${endsSays(one, session.tape.ends.high)}` : '; nothing laid here'}
                  </span>
                </h2>
                {session && <MakePlan day={one.time.day} input={session.input} />}
              </div>
              {session && (
                <div className="mt-2 overflow-x-auto border-t-[1.5px] border-ink pt-2" tabIndex={0}>
                  <TapeDrawing laid={one} tape={session.tape} colours={coloursOf(session.input)} />
                </div>
              )}
              <ul>
                {one.pieces.map((piece) => (
                  <OnePiece
                    key={piece.key}
                    {...{ piece, known }}
                    laid={one}
                    held={held[keyOf(piece)]}
                    hold={(day) => hold(keyOf(piece), day)}
                  />
                ))}
              </ul>
            </section>
          );
        })}
        {laid.left.length > 0 && (
          <section aria-label="Left over">
            <h2>Not laid</h2>
            <ul className="border-t-[1.5px] border-ink">
              {laid.left.map(({ piece, why }) => (
                <li key={piece.key} className="border-b border-rule py-2">
                  <Verdict verdict="stop">
                    {piece.baits} {known.shelf.baits.find(({ id }) => id === piece.bait)!.spec.name}
                    , {known.shelf.colourways.find(({ id }) => id === piece.colourway)!.spec.name}:{' '}
                    {why}
                  </Verdict>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
      <Promises known={known} times={laid.times} />
    </div>
  );
}
