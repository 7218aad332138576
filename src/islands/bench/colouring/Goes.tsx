import type { ShopUnits } from '@/core/quantity/index.ts';
import type { Rung } from '@/core/session/index.ts';
import type { Go } from './doses.ts';
import { sayAmount } from '@/core/plan/spoon.ts';
import { KEYS } from './doses.ts';

interface Props {
  rung: Rung;
  goes: Go[];
  units: ShopUnits;
  onGo: (go: Go) => void;
  onRest: () => void;
  /** some of it went in, and nobody counted */
  onSome: () => void;
  onUndo: () => void;
}

/** How much of one thing to put in at a press. */
export function Goes({ rung, goes, units, onGo, onRest, onSome, onUndo }: Props) {
  return (
    <div className="mt-3 flex flex-wrap gap-2" role="group" aria-label={`Add ${rung.what}`}>
      {goes.map((way, i) => (
        <button
          key={way.label}
          type="button"
          className="act min-h-16 px-4 text-lg"
          onClick={() => onGo(way)}
        >
          {way.label} {i < KEYS.length && <kbd className="hint font-mono">{KEYS[i]}</kbd>}
        </button>
      ))}
      <button
        type="button"
        className="act act-main min-h-16 px-4 text-lg"
        disabled={!(rung.still > 0)}
        onClick={onRest}
      >
        {rung.still > 0
          ? `All of it: ${sayAmount(rung.still, rung.dimension, units)}`
          : 'Nothing wanting'}
      </button>
      <button type="button" className="act min-h-16 px-4" onClick={onSome} data-some>
        Some, not measured <kbd className="hint font-mono">8</kbd>
      </button>
      <button type="button" className="act min-h-16 px-4" onClick={onUndo}>
        Undo <kbd className="hint font-mono">U</kbd>
      </button>
    </div>
  );
}
