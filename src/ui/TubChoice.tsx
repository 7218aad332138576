import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { TubDrawing } from './TubDrawing.tsx';
import type { Tub } from './useTubs.ts';

/** Tubs to choose one from, drawn as full as they are. */
export function TubChoice({
  tubs,
  chosen,
  units,
  onChoose,
}: {
  tubs: readonly Tub[];
  chosen: number | null;
  units: ShopUnits;
  onChoose: (tub: Tub) => void;
}) {
  return tubs.map((tub) => {
    const { id, name, kind, mix, plastic } = tub;
    const called = `${name}, ${say(plastic.grams, 'mass', units, 0)}`;
    return (
      <button
        key={id}
        type="button"
        className="act h-auto flex-col py-2"
        aria-label={called}
        aria-pressed={id === chosen}
        onClick={() => onChoose(tub)}
      >
        <TubDrawing kind={kind} colour={mix.colour} grams={plastic.grams} label={called} />
        <span>{called}</span>
      </button>
    );
  });
}
