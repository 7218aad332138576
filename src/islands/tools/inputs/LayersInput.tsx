import type { Layer } from '../../../core/build/build.ts';
import { layersOf } from '../../../core/build/build.ts';
import { findBuild } from '../../../core/build/builtIns.ts';
import { place } from '../../../core/build/place.ts';
import { Bait } from '../../../ui/Bait.tsx';
import { drawBuild } from '../../../ui/drawLayers.ts';
import type { InputProps } from './input.ts';

type Mixed = Record<string, number | null>;

const layerSays = (layer: Layer): string => {
  const { over } = place(layer.place);
  return `${layer.name}${over === 'both' ? '' : `, over ${over}`}`;
};

/** The mix of each layer of a build, and the bait they make. */
export function LayersInput({ value, put, all, context }: InputProps<'layers'>) {
  const held = value as Mixed;
  const build = findBuild(String(all.build), context.builds);
  if (!build) return <p className="wrong">Its build is gone. Choose another.</p>;
  const layers = layersOf(build);
  const take = (key: string, mix: number | null) =>
    put(
      Object.fromEntries(
        layers.map((layer) => [layer.key, layer.key === key ? mix : (held[layer.key] ?? null)]),
      ),
    );
  const colourOf = (key: string) =>
    context.mixes.find((mix) => mix.id === held[key])?.colour ?? null;
  return (
    <>
      {layers.map((layer) => (
        <label key={layer.key} className="field">
          <span>{layerSays(layer)}</span>
          <select
            className="box"
            value={held[layer.key] ?? ''}
            onChange={(change) => take(layer.key, Number(change.target.value) || null)}
          >
            <option value="">no mix yet</option>
            {context.mixes.map((mix) => (
              <option key={mix.id} value={mix.id}>
                {mix.name}
              </option>
            ))}
          </select>
        </label>
      ))}
      <div className="sm:col-span-2">
        <Bait
          outline="eel"
          width={420}
          layers={drawBuild(build, (layer) => colourOf(layer.key))}
          label={`${build.name} in these mixes`}
        />
      </div>
    </>
  );
}
