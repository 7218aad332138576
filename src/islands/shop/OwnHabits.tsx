import { useState } from 'react';
import { type Habit, HABIT_WHEN, type HabitWhen } from '@/core/session/habit.ts';
import { NEVER, type NeverKey } from '@/core/session/never.ts';

/** A mould by its number, and a build by its key, with their names. */
export interface HabitOf {
  moulds: { id: number; name: string }[];
  builds: { key: string; name: string }[];
}
interface Props {
  habits: Habit[];
  of: HabitOf;
  set: (habits: Habit[]) => void;
}
const STEPS = (Object.keys(NEVER) as NeverKey[]).filter((key) => NEVER[key].of === 'mould');
const WHENS = Object.keys(HABIT_WHEN) as HabitWhen[];

/** What a habit holds of, in words. */
function whereOf({ mould, build }: Habit, { moulds, builds }: HabitOf): string {
  const of = [
    mould !== null && (moulds.find(({ id }) => id === mould)?.name ?? 'a mould that is gone'),
    build !== null && (builds.find(({ key }) => key === build)?.name ?? 'a build that is gone'),
  ].filter(Boolean);
  return of.length > 0 ? of.join(', ') : 'every mould';
}

/** What one mould or build goes without, one under the other; another is put together below. */
export function OwnHabits({ habits, of, set }: Props) {
  const [step, setStep] = useState<NeverKey>(STEPS[0]!);
  const [when, setWhen] = useState<HabitWhen>('never');
  const [mould, setMould] = useState('');
  const [build, setBuild] = useState('');
  const next: Habit = { step, when, mould: mould ? Number(mould) : null, build: build || null };
  const held = habits.some((habit) => JSON.stringify(habit) === JSON.stringify(next));
  // Never in every mould is what the ticks above say.
  const says = when === 'first' || next.mould !== null || next.build !== null;
  return (
    <fieldset className="mt-3 sm:col-span-2 lg:col-span-4">
      <legend className="hint">In one mould, for one build, or past the first shot</legend>
      <ul>
        {habits.map((habit, at) => (
          <li
            key={JSON.stringify(habit)}
            className="flex min-h-11 flex-wrap items-center justify-between gap-3 border-b border-rule"
          >
            <span>
              <b>{whereOf(habit, of)}</b>: {NEVER[habit.step].name} {HABIT_WHEN[habit.when].name}
            </span>
            <button
              type="button"
              className="act"
              onClick={() => set(habits.filter((_, other) => other !== at))}
            >
              Take out
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-2 grid items-end gap-3 sm:grid-cols-2 lg:grid-cols-5">
        <Choice label="Step" value={step} set={(key) => setStep(key as NeverKey)}>
          {STEPS.map((key) => [key, NEVER[key].name])}
        </Choice>
        <Choice label="Done" value={when} set={(key) => setWhen(key as HabitWhen)}>
          {WHENS.map((key) => [key, HABIT_WHEN[key].name])}
        </Choice>
        <Choice label="Mould" value={mould} set={setMould}>
          {[['', 'every mould'], ...of.moulds.map(({ id, name }) => [String(id), name] as const)]}
        </Choice>
        <Choice label="Build" value={build} set={setBuild}>
          {[['', 'every build'], ...of.builds.map(({ key, name }) => [key, name] as const)]}
        </Choice>
        <button
          type="button"
          className="act justify-center"
          disabled={held || !says}
          onClick={() => set([...habits, next])}
        >
          Add the habit
        </button>
      </div>
    </fieldset>
  );
}

/** One of a few, by name. */
function Choice({
  label,
  value,
  set,
  children,
}: {
  label: string;
  value: string;
  set: (key: string) => void;
  children: readonly (readonly string[])[];
}) {
  return (
    <label className="field">
      <span>{label}</span>
      <select className="box" value={value} onChange={({ target }) => set(target.value)}>
        {children.map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
