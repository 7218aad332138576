import { useState } from 'react';
import type { EnquiryAnswer } from '@/core/ahead/index.ts';
import type { Hand } from '@/core/ahead/hand.ts';
import { BaitAndWay } from '@/ui/BaitAndWay.tsx';
import { endOfDay, sayDay, sayMoment } from '@/ui/days.ts';
import { Verdict } from '@/ui/Verdict.tsx';
import type { Known } from './known.ts';
import { useEnquiry } from './useAhead.ts';

interface Props {
  known: Known;
  hand: Hand;
}

/** Somebody asks for baits: the days they could be ready, each with its chance, and what they push. */
export function Enquire({ known, hand }: Props) {
  const [bait, setBait] = useState('');
  const [way, setWay] = useState('');
  const [count, setCount] = useState('12');
  const [day, setDay] = useState('');
  const [asking, setAsking] = useState(false);
  const { answer, enquire } = useEnquiry(known, hand);
  const many = Number(count);
  const mould = known.shelf.baits.find(({ id }) => id === Number(bait))?.spec.mouldIds[0];
  const may = mould !== undefined && way !== '' && Number.isInteger(many) && many > 0;
  return (
    <section aria-label="Could they have it?">
      <h2>Could they have it?</h2>
      <form
        className="grid gap-3 border-t-[1.5px] border-ink pt-3"
        onSubmit={(submit) => {
          submit.preventDefault();
          if (!may) return;
          setAsking(true);
          enquire({
            ...{ bait: Number(bait), colourway: Number(way), mould, count: many },
            wanted: day === '' ? null : endOfDay(day) - known.cure,
          });
        }}
      >
        <BaitAndWay shelf={known.shelf} {...{ bait, way }} onBait={setBait} onWay={setWay} />
        <span className="grid grid-cols-2 gap-3">
          <label className="field">
            <span>How many</span>
            <input
              className="box"
              inputMode="numeric"
              value={count}
              onChange={({ target }) => setCount(target.value)}
            />
          </label>
          <label className="field">
            <span>Wanted by, if they say</span>
            <input
              className="box"
              type="date"
              value={day}
              onChange={({ target }) => setDay(target.value)}
            />
          </label>
        </span>
        <button type="submit" className="act justify-center" disabled={!may}>
          When could it be?
        </button>
      </form>
      <div role="status" className="mt-3" data-enquiry={answer ? 'answered' : ''}>
        {answer ? <Answer {...{ answer, known, day }} /> : asking && 'Reckoning…'}
      </div>
    </section>
  );
}

/** The days there are, and what a promise for one would make late. */
function Answer({
  answer: { days, refused, pushes },
  known,
  day,
}: {
  answer: EnquiryAnswer;
  known: Known;
  day: string;
}) {
  const bait = (id: number) => known.shelf.baits.find((entry) => entry.id === id)!.spec.name;
  return (
    <>
      {refused && <Verdict verdict="stop">{refused}</Verdict>}
      {days.length > 0 && <p>Moving nothing else, cured with this chance by:</p>}
      <ul>
        {days.map(({ cured, chance }) => (
          <li key={cured} className="flex justify-between gap-3 border-b border-rule py-1">
            <span>{sayMoment(cured)}</span>
            <b className="figure">{Math.round(100 * chance)} %</b>
          </li>
        ))}
      </ul>
      {pushes && (
        <p className="mt-2">
          {pushes.length === 0 ? (
            <Verdict verdict="good">Promised for {sayDay(day)}, nothing else gets late.</Verdict>
          ) : (
            <Verdict verdict="stop">
              {`Promised for ${sayDay(day)}, these get late: ` +
                pushes
                  .map((part) =>
                    part.part === 0 ? 'they themselves' : `${part.for}, ${bait(part.bait)}`,
                  )
                  .join('; ')}
            </Verdict>
          )}
        </p>
      )}
    </>
  );
}
