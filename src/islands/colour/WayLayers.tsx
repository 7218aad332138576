import type { Layer } from '@/core/build/index.ts';
import { scaleMix, WHEN } from '@/core/material/index.ts';
import { sayIngredient } from '@/core/plan/spoon.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { NamedMix } from './PairFor.tsx';

/** What goes into one layer's cup, in the order it goes in. */
function LayerRecipe({ layer, mix, ml, units }: LayerProps) {
  return (
    <div>
      <svg
        viewBox="0 0 100 8"
        className="block h-6 w-full"
        preserveAspectRatio="none"
        aria-hidden="true"
      >
        <path d="M0 0H100V8H0Z" fill={mix.spec.colour} />
      </svg>
      <h2 className="mt-1 text-base font-bold">
        {layer.name}: <a href={`/colours/mixes/${mix.id}`}>{mix.spec.name}</a>
      </h2>
      <ol>
        {scaleMix(mix.spec, ml).map((scaled) => (
          <li
            key={scaled.what}
            className="flex justify-between gap-2 border-b border-rule py-1 text-sm"
          >
            <span>
              {scaled.what}
              <span className="block text-soft">{WHEN[scaled.when]}</span>
            </span>
            <b className="figure">{sayIngredient(scaled, units)}</b>
          </li>
        ))}
      </ol>
    </div>
  );
}
interface LayerProps {
  layer: Layer;
  mix: NamedMix;
  ml: number;
  units: ShopUnits;
}

/** The recipes of a colourway's layers, for a charge of so many mL each. */
export const WayLayers = ({
  layers,
  mixes,
  ...rest
}: Pick<LayerProps, 'ml' | 'units'> & {
  layers: Layer[];
  mixes: Record<string, NamedMix>;
}) => (
  <div className="mt-3 grid gap-x-6 gap-y-5 sm:grid-cols-2">
    {layers.map((layer) => (
      <LayerRecipe key={layer.key} layer={layer} mix={mixes[layer.key]!} {...rest} />
    ))}
  </div>
);
