import type { Layer, PlaceKey } from '@/core/build/index.ts';
import { PLACES } from '@/core/build/index.ts';

/** A key like the one wanted that is not taken yet. */
export function freshKey(wanted: string, taken: string[]): string {
  const base = wanted.replace(/\d+$/, '');
  for (let n = 1; ; n++) {
    const key = n === 1 ? base : `${base}${n}`;
    if (!taken.includes(key)) return key;
  }
}

/** Name and place of a layer. */
export function LayerFields({
  layer,
  set,
  children,
}: {
  layer: Layer;
  set: (layer: Layer) => void;
  children?: React.ReactNode;
}) {
  return (
    <div className="grid items-end gap-3 border-b border-rule py-2 sm:grid-cols-[1fr_1fr_auto_auto]">
      <label className="field">
        <span>Layer</span>
        <input
          className="box"
          value={layer.name}
          onChange={(e) => set({ ...layer, name: e.target.value })}
        />
      </label>
      <label className="field">
        <span>Lies in the</span>
        <select
          className="box"
          value={layer.place}
          onChange={(e) => set({ ...layer, place: e.target.value as PlaceKey })}
        >
          {(Object.keys(PLACES) as PlaceKey[]).map((p) => (
            <option key={p} value={p}>
              {PLACES[p].name}
            </option>
          ))}
        </select>
      </label>
      {children}
    </div>
  );
}
