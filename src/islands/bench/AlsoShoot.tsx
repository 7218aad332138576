import { useMemo, useState } from 'react';
import type { Job, Shelf } from '@/core/plan/index.ts';
import { withUnnamed } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { Send, SessionState } from '@/core/session/index.ts';
import { alsoShoot, buildsFrom, draftAlso } from '@/core/session/index.ts';
import { BaitAndWay } from '@/ui/BaitAndWay.tsx';
import { FigureField } from '@/ui/FigureField.tsx';
import { Select } from '@/ui/Select.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import { AlsoTools } from './AlsoTools.tsx';
import { FromBook } from './FromBook.tsx';

interface Props {
  state: SessionState;
  shelf: Shelf;
  units: ShopUnits;
  onSend: (send: Send) => void;
}

/** What is chosen of it: anything else chosen drafts the job anew. */
interface Chosen {
  bait: number;
  colourway: number;
  build: string;
}

/**
 * Another bait or colourway beside what is shot, in any way of shooting, from the cups that stand
 * there or from new ones.
 */
export function AlsoShoot({ state, shelf, units, onSend }: Props) {
  const [run] = state.runs.values();
  const [chosen, setChosen] = useState<Chosen>({
    bait: run?.job.bait.id ?? 0,
    colourway: run?.job.colourway.id ?? 0,
    build: '',
  });
  const [changed, setChanged] = useState<Job | null>(null);
  const [vessel, setVessel] = useState<number | undefined>();
  const [shots, setShots] = useState(1);
  const [wrong, setWrong] = useState('');
  const all = useMemo(() => withUnnamed(shelf, 'medium'), [shelf]);
  const ways = buildsFrom(chosen.colourway, all);
  const job = changed ?? draftAlso(state, { ...chosen, build: chosen.build || undefined }, shelf);
  const choose = (part: Partial<Chosen>) => {
    setChosen({ ...chosen, ...part });
    setChanged(null);
  };
  const take = () => {
    const change = alsoShoot(state, { job, shots, vessel }, { shelf, units });
    setWrong(change.ok ? '' : change.refused.join(' '));
    if (change.ok) onSend(change.send);
  };
  return (
    <section className="border-t border-ink py-3" aria-label="Also shoot">
      <h3 className="font-bold">Also shoot</h3>
      <div className="mt-2 grid items-end gap-3 md:grid-cols-[1fr_1fr_1fr_90px]">
        <BaitAndWay
          shelf={all}
          bait={String(chosen.bait)}
          way={String(chosen.colourway)}
          onBait={(id) => choose({ bait: Number(id) })}
          onWay={(id) => choose({ colourway: Number(id), build: '' })}
        />
        <Select
          label="Shot as"
          value={chosen.build || (ways[0]?.key ?? '')}
          options={ways.map(({ key, name }) => ({ value: key, name }))}
          onChange={(build) => choose({ build })}
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
      </div>
      {job && (
        <AlsoTools
          key={`${chosen.bait}/${chosen.colourway}/${chosen.build}`}
          {...{ state, job, shelf, units, vessel, onVessel: setVessel, onChange: setChanged }}
        />
      )}
      <button type="button" className="act mt-2 min-h-16" onClick={take}>
        Shoot it too
      </button>
      <Wrong>{wrong}</Wrong>
      <FromBook state={state} onSend={onSend} />
    </section>
  );
}
