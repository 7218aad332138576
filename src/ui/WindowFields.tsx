import type { Mould } from '@/core/mould/index.ts';
import { sayTries } from '@/core/mould/tries.ts';
import { SCHOOLS } from '@/core/schools.ts';
import type { Tools } from '@/core/plan/input.ts';
import type { DraftDefaults } from '@/core/plan/shelf.ts';
import { degrees } from '@/core/quantity/format.ts';
import type { ShopUnits } from '@/core/quantity/units.ts';

interface Props {
  tools: Tools;
  defaults: DraftDefaults;
  units: ShopUnits;
  set: (part: Partial<Tools>) => void;
}

/**
 * Windows to choose from: the one in use, the mould's own, the shop's, and the schools; each once.
 */
function windows(
  tools: Tools,
  defaults: DraftDefaults,
  mould: Mould | undefined,
): { name: string; low: number; high: number }[] {
  const all = [
    ...[mould?.window ?? [], mould?.windows ?? []]
      .flat()
      .map(({ low, high }) => ({ name: 'the mould’s own', low, high })),
    { name: 'the shop’s own', ...defaults.window },
    ...Object.values(SCHOOLS),
    { name: 'as it was kept', ...tools.window },
  ];
  return all.filter(
    (range, i) =>
      all.findIndex((other) => other.low === range.low && other.high === range.high) === i,
  );
}

/** The heats it is shot between. */
export function WindowChoice({ tools, defaults, units, set }: Props) {
  const all = windows(tools, defaults, tools.moulds[0]?.mould);
  const keyOf = ({ low, high }: { low: number; high: number }) => `${low}/${high}`;
  return (
    <label className="field">
      <span>Shot window</span>
      <select
        className="box"
        value={keyOf(tools.window)}
        onChange={(change) => {
          const { low, high } = all.find((window) => keyOf(window) === change.target.value)!;
          set({ window: { low, high } });
        }}
      >
        {all.map((window) => (
          <option key={keyOf(window)} value={keyOf(window)}>
            {degrees(window.low, units)} to {degrees(window.high, units)}, {window.name}
          </option>
        ))}
      </select>
    </label>
  );
}

/** Test shots it begins with, where its mould was to have some. */
export function TestShots({ tools, units, set }: Omit<Props, 'defaults'>) {
  const { tries } = tools;
  if (!tries) return null;
  return (
    <span className="field">
      <span>Test shots, before all others</span>
      <span className="flex min-h-11 flex-wrap items-center gap-3">
        <b>
          {tries.shots} {sayTries(tries, units)}
        </b>
        <button type="button" className="act" onClick={() => set({ tries: null })}>
          Leave them out
        </button>
      </span>
    </span>
  );
}
