import { useState } from 'react';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import type { BenchEvent, Send, SessionState } from '@/core/session/index.ts';
import { hotVolume } from '@/core/shot/index.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import { FigureField } from '@/ui/FigureField.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';

type Card = BenchEvent<'trialled'>['payload'];
const SIDES = { either: 'either side', TOP: 'TOP up', bottom: 'bottom up' } as const;
const FILLS = { full: 'full', short: 'some short', flashed: 'flashed' } as const;
const VERDICTS = { good: 'good', watch: 'watch it', stop: 'not yet' } as const;

/** A new mould's trial card: what its first shot showed. Its figures go into the mould. */
export function TrialCard({
  state,
  mould,
  units,
  onSend,
  onClose,
}: {
  state: SessionState;
  mould: string;
  units: ShopUnits;
  onSend: (send: Send) => void;
  onClose: () => void;
}) {
  const other = state.moulds.get(mould)!;
  const shot = [...state.shots.values()].find(
    (shot) => shot.mould === mould && shot.rackedAt !== null,
  )!;
  const run = state.runs.get(shot.job)!;
  const [card, setCard] = useState<Card>({
    mould,
    shot: shot.id,
    fill: [...shot.marks.values()].some((mark) => mark.fault === 'short') ? 'short' : 'full',
    letsGo: other.mould.letsGo,
    hold: other.mould.hold,
    window: run.tools.window,
    bait: null,
    verdict: 'good',
    note: '',
  });
  const set = (part: Partial<Card>) => setCard({ ...card, ...part });
  const took = shot.baitsG + shot.feedG;
  const choose = <K extends string>(
    label: string,
    table: Record<K, string>,
    value: K,
    take: (key: K) => void,
  ) => (
    <fieldset>
      <legend className="text-sm text-soft">{label}</legend>
      <div className="flex flex-wrap gap-2">
        {(Object.keys(table) as K[]).map((key) => (
          <button
            key={key}
            type="button"
            aria-pressed={value === key}
            className={`act min-h-16 ${value === key ? 'act-main' : ''}`}
            onClick={() => take(key)}
          >
            {table[key]}
          </button>
        ))}
      </div>
    </fieldset>
  );
  return (
    <Dialog open onClose={onClose} title={`Trial card: ${other.mould.name}`} wide>
      <p className="mb-3">
        By its volumes this shot took{' '}
        {say(
          hotVolume(took, (run.tools.window.low + run.tools.window.high) / 2),
          'volume',
          units,
          1,
        )}{' '}
        hot, {say(took, 'mass', units, 1)}. Weigh a bait to be sure.
      </p>
      <div className="grid gap-4 md:grid-cols-2">
        <QuantityField
          label="One bait weighs; leave it empty to keep the volume"
          value={card.bait}
          dimensions={['mass']}
          shop={units}
          onChange={(value) => set({ bait: value })}
        />
        <FigureField
          label="Hold"
          value={card.hold}
          of="time"
          max={120}
          units={units}
          onChange={(value) => set({ hold: value })}
        />
        <FigureField
          label="Window from"
          value={card.window.low}
          of="temperature"
          min={100}
          max={205}
          units={units}
          onChange={(value) => set({ window: { ...card.window, low: value } })}
        />
        <FigureField
          label="Window to"
          value={card.window.high}
          of="temperature"
          min={100}
          max={205}
          units={units}
          onChange={(value) => set({ window: { ...card.window, high: value } })}
        />
        {choose('It filled', FILLS, card.fill, (fill) => set({ fill }))}
        {choose('Lets go best with', SIDES, card.letsGo, (letsGo) => set({ letsGo }))}
        {choose('Verdict', VERDICTS, card.verdict, (verdict) => set({ verdict }))}
        <label className="field">
          <span>Note to self, shown when it is closed</span>
          <input
            className="box"
            value={card.note}
            onChange={(change) => set({ note: change.target.value })}
          />
        </label>
      </div>
      <button
        type="button"
        className="act act-main mt-4 min-h-16"
        onClick={() => {
          onSend({ kind: 'trialled', payload: card });
          onClose();
        }}
      >
        Put it in the mould
      </button>
    </Dialog>
  );
}
