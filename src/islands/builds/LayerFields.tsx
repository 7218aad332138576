import type { ReactNode } from 'react';
import { Choice } from '@/ui/Choice.tsx';
import type { Layer } from '@/core/build/index.ts';
import { PLACES } from '@/core/build/index.ts';

/** Name and place of a layer. */
export function LayerFields({
  layer,
  set,
  children,
}: {
  layer: Layer;
  set: (layer: Layer) => void;
  children?: ReactNode;
}) {
  return (
    <div className="grid items-end gap-3 border-b border-rule py-2 sm:grid-cols-[1fr_1fr_auto_auto]">
      <label className="field">
        <span>Layer</span>
        <input
          className="box"
          value={layer.name}
          onChange={(change) => set({ ...layer, name: change.target.value })}
        />
      </label>
      <Choice
        label="Lies in the"
        value={layer.place}
        of={PLACES}
        onChange={(place) => set({ ...layer, place })}
      />
      {children}
    </div>
  );
}
