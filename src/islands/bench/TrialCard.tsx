import { useState } from 'react';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import type { BenchEvent, Send, SessionState } from '@/core/session/index.ts';
import { hotVolume } from '@/core/shot/index.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';

type Card = BenchEvent<'trialled'>['payload'];
const SIDES = { either: 'either side', TOP: 'TOP up', bottom: 'bottom up' } as const;
const FILLS = { full: 'full', short: 'some short', flashed: 'flashed' } as const;
const VERDICTS = { good: 'good', watch: 'watch it', stop: 'not yet' } as const;

/** A new mould's trial card: what its first shot showed. Its figures go into the mould. */
export function TrialCard({
  s,
  mould,
  units,
  onSend,
  onClose,
}: {
  s: SessionState;
  mould: string;
  units: ShopUnits;
  onSend: (send: Send) => void;
  onClose: () => void;
}) {
  const m = s.moulds.get(mould)!;
  const shot = [...s.shots.values()].find((x) => x.mould === mould && x.rackedAt !== null)!;
  const run = s.runs.get(shot.job)!;
  const [card, setCard] = useState<Card>({
    mould,
    shot: shot.id,
    fill: [...shot.marks.values()].some((x) => x.fault === 'short') ? 'short' : 'full',
    letsGo: m.mould.letsGo,
    hold: m.mould.hold,
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
    take: (k: K) => void,
  ) => (
    <fieldset>
      <legend className="text-sm text-soft">{label}</legend>
      <div className="flex flex-wrap gap-2">
        {(Object.keys(table) as K[]).map((k) => (
          <button
            key={k}
            type="button"
            aria-pressed={value === k}
            className={`act min-h-16 ${value === k ? 'act-main' : ''}`}
            onClick={() => take(k)}
          >
            {table[k]}
          </button>
        ))}
      </div>
    </fieldset>
  );
  return (
    <Dialog open onClose={onClose} title={`Trial card: ${m.mould.name}`} wide>
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
          onChange={(v) => set({ bait: v })}
        />
        <QuantityField
          label="Hold"
          value={card.hold}
          dimensions={['time']}
          max={120}
          shop={units}
          onChange={(v) => v !== null && set({ hold: v })}
        />
        <QuantityField
          label="Window from"
          value={card.window.low}
          dimensions={['temperature']}
          min={100}
          max={205}
          shop={units}
          onChange={(v) => v !== null && set({ window: { ...card.window, low: v } })}
        />
        <QuantityField
          label="Window to"
          value={card.window.high}
          dimensions={['temperature']}
          min={100}
          max={205}
          shop={units}
          onChange={(v) => v !== null && set({ window: { ...card.window, high: v } })}
        />
        {choose('It filled', FILLS, card.fill, (fill) => set({ fill }))}
        {choose('Lets go best with', SIDES, card.letsGo, (letsGo) => set({ letsGo }))}
        {choose('Verdict', VERDICTS, card.verdict, (verdict) => set({ verdict }))}
        <label className="field">
          <span>Note to self, shown when it is closed</span>
          <input
            className="box"
            value={card.note}
            onChange={(e) => set({ note: e.target.value })}
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
