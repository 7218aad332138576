import { COUNTRIES } from '@/core/starter/countries.ts';
import { degrees, say } from '@/core/quantity/index.ts';
import { Choice } from '@/ui/Choice.tsx';
import { Tick } from '@/ui/Tick.tsx';
import type { Walk } from './useWalk.ts';

/** mL of an ordinary charge: a US cup. */
const CUP = 236.588;

/** The shop's name, and by its country what it weighs and measures in. */
export function Where({ walk }: { walk: Walk }) {
  const { said, set, units, wrong } = walk;
  return (
    <div className="grid max-w-3xl gap-4 sm:grid-cols-2">
      <label className="field">
        <span>Name of your shop</span>
        <input
          className="box"
          value={said.name}
          maxLength={60}
          onChange={({ target }) => set({ name: target.value })}
          aria-invalid={wrong?.field === 'name' ? true : undefined}
        />
      </label>
      <Choice
        label="Country"
        value={said.country}
        of={COUNTRIES}
        onChange={(country) => set({ country })}
      />
      <p className="text-lg sm:col-span-2">
        A shot at {degrees(165, units)}, {say(CUP, 'volume', units)} of plastic in the cup, a bait
        of {say(95, 'length', units)} that weighs {say(6.8, 'mass', units)}.
      </p>
      <p className="hint sm:col-span-2">
        Figures are shown so everywhere, and may be typed in any unit. The Shop page changes each by
        itself.
      </p>
      <div className="sm:col-span-2">
        <Tick
          on={said.learner}
          says="I have not done this before: tell me more at each step"
          set={(learner) => set({ learner })}
        />
        <p className="hint">
          <a href="/learn">A first evening, told</a> and the <a href="/words">words of the trade</a>{' '}
          can be read now: what you typed here is kept.
        </p>
      </div>
    </div>
  );
}
