import type { Casting, Mixed, PartKey } from '@/core/casting/index.ts';
import { partOf, PartSchema } from '@/core/casting/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { formFields } from '@/ui/formFields.tsx';
import { PotLife } from './PotLife.tsx';

interface Props {
  casting: Casting;
  mix: Mixed[] | null;
  /** ms; 0 before the page knows */
  now: number;
  units: ShopUnits;
  set: (part: Partial<Casting>) => void;
  /** it was mixed: its pot life begins */
  begin: (mixed: Mixed) => void;
}
type Own = NonNullable<Casting['parts'][PartKey]>;

/** What to mix, part by part; each with its pot life. */
export function ToMix({ casting, mix, ...rest }: Props) {
  return (
    <>
      <h2>To mix</h2>
      {mix === null && (
        <p className="wrong mt-2">
          The masters do not fit that box
          {casting.kind === 'silicone' ? '' : ' with their face coats'}: make it larger.
        </p>
      )}
      {mix?.map((mixed) => (
        <PartToMix key={mixed.part} {...{ casting, mixed, ...rest }} />
      ))}
      <p className="hint mt-2">
        Gloves, and a dust mask for powders. By the label of your own tubs: these figures are usual
        ones, and yours to change.
      </p>
    </>
  );
}

function PartToMix({
  casting,
  mixed,
  now,
  units,
  set,
  begin,
}: Omit<Props, 'mix'> & { mixed: Mixed }) {
  const part = partOf(casting, mixed.part);
  const again = casting.mixed.some((other) => other.part === mixed.part);
  return (
    <div className="border-b border-rule py-3">
      <p className="flex flex-wrap items-baseline justify-between gap-3">
        <b>{part.name}</b>
        <span className="hint">
          {say(mixed.volume, 'volume', units)} to fill, {say(mixed.mass, 'mass', units, 0)} with the
          margin
        </span>
      </p>
      <p className="mt-1 flex flex-wrap items-baseline gap-x-8">
        <span>
          <b className="figure text-3xl" data-mix={`${mixed.part}-a`}>
            {say(mixed.a, 'mass', units, 0)}
          </b>{' '}
          {part.a}
        </span>
        <span>
          <b className="figure text-3xl">{say(mixed.b, 'mass', units, 0)}</b> {part.b}
        </span>
      </p>
      <Label {...{ casting, units, set }} of={mixed.part} />
      <p className="mt-2 flex flex-wrap items-center gap-4">
        <button type="button" className="act min-h-16" onClick={() => begin(mixed)}>
          {again ? 'Mixed again: start its pot life' : 'Mixed: start its pot life'}
        </button>
        {now > 0 && <PotLife casting={casting} part={mixed.part} now={now} />}
      </p>
    </div>
  );
}

/** What stands on the label of a tub: ratio, pot life, cure. */
function Label({
  casting,
  of,
  units,
  set,
}: Pick<Props, 'casting' | 'units' | 'set'> & { of: PartKey }) {
  const { a: first, b: second, ratio, density, potLife, cure } = partOf(casting, of);
  const own: Own = { ratio, density, potLife, cure };
  const { figure } = formFields({
    schema: PartSchema,
    spec: own,
    units,
    set: (part) => set({ parts: { ...casting.parts, [of]: { ...own, ...part } } }),
  });
  return (
    <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
      {figure(['ratio', 'a'], `Parts of ${first}`, 'count')}
      {figure(['ratio', 'b'], `to ${second}, by weight`, 'count')}
      {figure(['potLife'], 'Pot life, min', 'count')}
      {figure(['cure'], 'Cures, h', 'count')}
    </div>
  );
}
