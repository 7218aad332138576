import type { Casting } from '@/core/casting/index.ts';
import { CastingSchema, CHECKS, PARTS, VERDICTS } from '@/core/casting/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { formFields } from '@/ui/formFields.tsx';

interface Props {
  casting: Casting;
  units: ShopUnits;
  set: (part: Partial<Casting>) => void;
}

/** What to see to, ticked as it is done. */
export function Checks({ casting: { kind, checks }, set }: Omit<Props, 'units'>) {
  return (
    <>
      <h2 className="mt-5">
        To see to{' '}
        <span className="text-sm font-normal text-soft">
          {checks.length} of {CHECKS[kind].length}
        </span>
      </h2>
      <ul>
        {CHECKS[kind].map(({ key, what }) => (
          <li key={key}>
            <label className="flex min-h-11 items-center gap-3 border-b border-rule">
              <input
                type="checkbox"
                className="size-5"
                checked={checks.includes(key)}
                onChange={(change) =>
                  set({
                    checks: change.target.checked
                      ? [...checks, key]
                      : checks.filter((other) => other !== key),
                  })
                }
              />
              {what}
            </label>
          </li>
        ))}
      </ul>
    </>
  );
}

/** How it turned out, what to do otherwise, and what was mixed when. */
export function Outcome({ casting, units, set }: Props) {
  const { figure, choice } = formFields({ schema: CastingSchema, spec: casting, units, set });
  return (
    <>
      <h2 className="mt-5">How it turned out</h2>
      <div className="mt-2 grid gap-3 sm:grid-cols-2">
        {choice(['verdict'], 'Verdict', VERDICTS)}
        {figure(['life'], 'Shots it should give', 'count')}
        <label className="field sm:col-span-2">
          <span>Note for the next one</span>
          <textarea
            className="box"
            rows={2}
            value={casting.note}
            onChange={(change) => set({ note: change.target.value })}
          />
        </label>
      </div>
      {casting.mixed.length > 0 && (
        <ul className="mt-3 text-sm">
          {casting.mixed.map((mixed) => (
            <li key={mixed.at}>
              {new Date(mixed.at).toLocaleString('en-GB')}: {PARTS[mixed.part].name},{' '}
              {say(mixed.a, 'mass', units, 0)} and {say(mixed.b, 'mass', units, 0)}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
