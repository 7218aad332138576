import { useState } from 'react';
import type { Trial } from '@/core/causes/index.ts';
import { type SettingRange, triesOf } from '@/core/causes/used.ts';
import { sayTries } from '@/core/mould/tries.ts';
import type { ShotOf } from '@/core/mould/window.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { degrees } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { isoDay, sayDay } from '@/ui/days.ts';
import { Wrong } from '@/ui/Wrong.tsx';
import type { CausesAnswer } from './answer.ts';

interface Props {
  trial: Trial | null;
  mould: NonNullable<CausesAnswer['mould']>;
  tests: CausesAnswer['tests'];
  left: number;
  /** today's */
  window: SettingRange;
  /** what the record is cut by: what they are shot of */
  of: ShotOf;
  units: ShopUnits;
  again: () => Promise<void>;
}
const shotsSaid = (count: number): string => (count === 1 ? 'one shot' : `${count} shots`);

/** The few test shots that are worth most, put into the mould's next plan, and what came of them. */
export function TryNext({ trial, mould, tests, left, window, of, units, again }: Props) {
  const [wrong, setWrong] = useState('');
  const { spec } = mould;
  const put = async (tries: typeof spec.tries) => {
    const reply = await call(
      'PUT',
      `/api/catalogue/moulds/${mould.id}`,
      { ...spec, tries },
      mould.version,
    );
    setWrong(reply.ok ? '' : reply.message);
    if (reply.ok) await again();
  };
  return (
    <section aria-label="What to try next">
      <h2>What to try next</h2>
      <div className="border-t-[1.5px] border-ink pt-2">
        <Wrong>{wrong}</Wrong>
        {spec.tries ? (
          <p>
            <b>
              {shotsSaid(spec.tries.shots)} {sayTries(spec.tries, units)}
            </b>{' '}
            go into the next plan with this mould{spec.tries.family && ` and ${spec.tries.family}`},
            before all others.{' '}
            <button type="button" className="act" onClick={() => void put(null)}>
              Leave them out
            </button>
          </p>
        ) : trial ? (
          <p>
            <b>
              {shotsSaid(trial.shots)} {sayTries(triesOf(trial, window, of), units)}
            </b>
            : over the next {left} baits of this mould worth {Math.round(trial.gain)} good ones, at
            the price of {trial.cost.toFixed(1)}.{' '}
            <button
              type="button"
              className="act"
              onClick={() => void put(triesOf(trial, window, of))}
            >
              Put into the next plan
            </button>
          </p>
        ) : (
          <p>Nothing that would be worth what it costs: go on as you do.</p>
        )}
        {tests.length > 0 && (
          <ul className="mt-3">
            {tests.map((test) => (
              <li key={test.session} className="border-b border-rule py-1">
                <a href={`/sessions/${test.session}`}>{test.name}</a>{' '}
                <span className="text-soft">{sayDay(isoDay(new Date(test.at)))}</span>:{' '}
                {shotsSaid(test.shots)}
                {test.heat !== null && ` at ${degrees(test.heat, units)}`}
                {test.held !== null && `, held ${Math.round(test.held)} s`}, {test.good} of{' '}
                {test.baits} good
              </li>
            ))}
          </ul>
        )}
      </div>
    </section>
  );
}
