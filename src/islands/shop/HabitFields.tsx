import type { NeverKey } from '@/core/session/never.ts';
import { NEVER } from '@/core/session/never.ts';
import type { Shop } from '@/core/shop.ts';
import { Tick } from '@/ui/Tick.tsx';
import type { HabitOf } from './OwnHabits.tsx';
import { OwnHabits } from './OwnHabits.tsx';

interface Props {
  /** what habits of their own may be of */
  of: HabitOf;
  bench: Shop['bench'];
  set: (bench: Shop['bench']) => void;
}

/** How the shop works at the bench: what is one press, and what it never does. */
export function HabitFields({ bench, of, set }: Props) {
  const { never } = bench;
  const put = (key: NeverKey, on: boolean) =>
    set({ ...bench, never: on ? [...never, key] : never.filter((other) => other !== key) });
  return (
    <>
      <div className="sm:col-span-2 lg:col-span-4">
        <Tick
          on={bench.oneBreath}
          says="What is done in one breath is one press; a hold runs by itself"
          set={(oneBreath) => set({ ...bench, oneBreath })}
        />
        <Tick
          on={bench.learner}
          says="Each step also says how it is done and what goes wrong: the learner’s way"
          set={(learner) => set({ ...bench, learner })}
        />
      </div>
      <fieldset className="sm:col-span-2 lg:col-span-4">
        <legend className="hint">We never</legend>
        <div className="grid gap-x-4 sm:grid-cols-2 lg:grid-cols-4">
          {(Object.keys(NEVER) as NeverKey[]).map((key) => (
            <Tick
              key={key}
              on={never.includes(key)}
              says={NEVER[key].name}
              set={(on) => put(key, on)}
            />
          ))}
        </div>
      </fieldset>
      <OwnHabits habits={bench.habits} of={of} set={(habits) => set({ ...bench, habits })} />
    </>
  );
}
