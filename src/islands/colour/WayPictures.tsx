import type { Figure } from '@/core/picture/index.ts';
import { VIEWS } from '@/core/picture/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { imageOf } from './usePicture.ts';

interface Props {
  figure: Figure & { name: string };
  /** drawn pictures in order: over light, over dark, from above, from below, cut through */
  svgs: readonly string[] | undefined;
  /** share of its length at which it is cut */
  cut: number;
  onCut: (cut: number) => void;
  units: ShopUnits;
}

/** One picture, or the room for it while it is being drawn. */
const Image = ({ svg, label, className = 'w-full' }: ImageProps) =>
  svg ? (
    <img src={imageOf(svg)} alt={label} className={className} />
  ) : (
    <div className="aspect-4/1 bg-raised" aria-hidden="true" />
  );
interface ImageProps {
  svg: string | undefined;
  label: string;
  className?: string;
}
const Pictured = ({ caption, className, ...image }: ImageProps & { caption: string }) => (
  <figure className={className}>
    <Image {...image} />
    <figcaption className="hint">{caption}</figcaption>
  </figure>
);

/** A colourway on a bait: over two waters, from above and below, and cut through. */
export function WayPictures({ figure, svgs = [], cut, onCut, units }: Props) {
  const { name, length } = figure;
  return (
    <section aria-label="The bait" className="lg:border-r-[1.5px] lg:border-ink lg:pr-8">
      <Pictured
        svg={svgs[0]}
        label={`${name} over light water`}
        caption="over light, clear water"
      />
      <Pictured
        svg={svgs[1]}
        label={`${name} over dark water`}
        caption="over dark, stained water"
        className="mt-2"
      />
      <svg viewBox="-24 0 1048 46" className="mt-1 block w-full" aria-hidden="true">
        <path d="M0 12H1000M0 4V20M1000 4V20" className="line-art" style={{ strokeWidth: 2 }} />
        <text x="500" y="40" textAnchor="middle" fontSize="26" fill="currentColor">
          {say(length, 'length', units)}
        </text>
      </svg>
      <div className="mt-2 grid grid-cols-[1fr_1fr_130px] items-end gap-3">
        <Pictured svg={svgs[2]} label={`${name} from above`} caption={VIEWS.above} />
        <Pictured svg={svgs[3]} label={`${name} from below`} caption={VIEWS.below} />
        <figure>
          <Image svg={svgs[4]} label={`${name} in section`} className="mx-auto max-h-28" />
          <label className="hint block">
            <span className="sr-only">Cut at</span>
            <input
              type="range"
              min="0.06"
              max="0.96"
              step="0.02"
              value={cut}
              onChange={(change) => onCut(Number(change.target.value))}
              className="w-full"
              aria-label="Where it is cut"
            />
            cut at {say(cut * length, 'length', units)}
          </label>
        </figure>
      </div>
    </section>
  );
}
