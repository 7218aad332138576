import { useState } from 'react';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { degrees } from '@/core/quantity/index.ts';
import type { CupState, Dose } from '@/core/session/index.ts';
import { HOW_COUNTED } from '@/core/session/index.ts';
import { sayAmount } from '@/core/plan/spoon.ts';
import { TypedGo } from './TypedGo.tsx';

type Entry = CupState['trail'][number];
interface Props {
  cup: CupState;
  units: ShopUnits;
  onWeighed: (entry: Entry, dose: Pick<Dose, 'amount' | 'dimension'>) => void;
}

/** A cup's trail: what went in, when, at what heat; what nobody counted is weighed afterwards. */
export function WentIn({ cup, units, onWeighed }: Props) {
  const [weighing, setWeighing] = useState<string | null>(null);
  return (
    <>
      <h3 className="mt-4 font-bold">What went in</h3>
      <ol className="max-h-60 overflow-y-auto" tabIndex={0} aria-label="What went in, in order">
        {cup.trail.map((entry) => (
          <OneEntry
            key={entry.event}
            {...{ entry, units }}
            open={weighing === entry.event}
            onOpen={() => setWeighing(weighing === entry.event ? null : entry.event)}
            onWeighed={(dose) => {
              onWeighed(entry, dose);
              setWeighing(null);
            }}
          />
        ))}
      </ol>
    </>
  );
}

/** One thing that went in; how its amount is known, where it was not counted. */
function OneEntry({
  entry,
  units,
  open,
  onOpen,
  onWeighed,
}: {
  entry: Entry;
  units: ShopUnits;
  open: boolean;
  onOpen: () => void;
  onWeighed: (dose: Pick<Dose, 'amount' | 'dimension'>) => void;
}) {
  const how = entry.counted ? HOW_COUNTED[entry.counted] : '';
  return (
    <li className="border-b border-rule py-1" data-counted={entry.counted ?? 'plastic'}>
      <span className="flex justify-between gap-3">
        <span>
          <span className="figure text-soft">{new Date(entry.at).toTimeString().slice(0, 5)}</span>{' '}
          {entry.what}
          {entry.celsius !== null && (
            <span className="text-soft">, at {degrees(entry.celsius, units)}</span>
          )}
        </span>
        <b className="figure shrink-0">
          {entry.counted === 'guess' && 'about '}
          {sayAmount(entry.amount, entry.dimension, units)}
        </b>
      </span>
      {how && (
        <span className="flex flex-wrap items-center justify-between gap-2 text-sm text-soft">
          {how}
          <button type="button" className="act min-h-11" aria-expanded={open} onClick={onOpen}>
            Weighed since
          </button>
        </span>
      )}
      {open && (
        <TypedGo
          rung={entry}
          units={units}
          label={`What of ${entry.what} went in`}
          act="That is it"
          onGo={onWeighed}
        />
      )}
    </li>
  );
}
