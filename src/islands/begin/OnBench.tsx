import type { Injector } from '@/core/build/index.ts';
import { usualInjector } from '@/core/starter/tools.ts';
import { FigureField } from '@/ui/FigureField.tsx';
import { InjectorDrawing } from '@/ui/InjectorDrawing.tsx';
import { ByBore } from './ByBore.tsx';
import { ByWater } from './ByWater.tsx';
import { Usual } from './Usual.tsx';
import type { Walk } from './useWalk.ts';

const BARRELS = { 1: 'One barrel', 2: 'Two, yoked', 3: 'Three, yoked' } as const;

/** mm a plunger of it goes. */
const strokeOf = ({ barrels: [barrel] }: Injector): number =>
  (1000 * barrel!.volume) / ((Math.PI / 4) * barrel!.bore ** 2);

/** Oven, cups, injector: what plastic is cooked in, and goes through. */
export function OnBench({ walk }: { walk: Walk }) {
  const { said, set, units } = walk;
  const { oven, cups, injector } = said;
  const drawn = usualInjector(injector.barrels, injector.ml);
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-3">
      <section aria-label="Oven" className="flex flex-col gap-3">
        <h2>Oven</h2>
        <FigureField
          label="Microwave, power on its label, watts"
          value={oven.watts}
          of="count"
          units={units}
          min={100}
          max={3000}
          onChange={(watts) => set({ oven: { watts } })}
        />
        <ByWater units={units} take={(watts) => set({ oven: { watts } })} />
        <Usual what="oven" says="900 W is a common one." walk={walk} />
      </section>
      <section aria-label="Cups" className="flex flex-col gap-3">
        <h2>Cups</h2>
        <FigureField
          label="A cup holds, to the brim"
          value={cups.ml}
          of="volume"
          units={units}
          min={20}
          max={10_000}
          onChange={(ml) => set({ cups: { ...cups, ml } })}
        />
        <p>Two of them to begin with: one for each colour. Others go on to the Injectors page.</p>
        <Usual what="cups" says="Half a litre is a common one." walk={walk} />
      </section>
      <section aria-label="Injector" className="flex flex-col gap-3">
        <h2>Injector</h2>
        <div className="flex flex-wrap gap-2" role="group" aria-label="Barrels">
          {([1, 2, 3] as const).map((barrels) => (
            <button
              key={barrels}
              type="button"
              className="act"
              aria-pressed={injector.barrels === barrels}
              onClick={() => set({ injector: { ...injector, barrels } })}
            >
              {BARRELS[barrels]}
            </button>
          ))}
        </div>
        <FigureField
          label="A barrel holds"
          value={injector.ml}
          of="volume"
          units={units}
          min={5}
          max={2000}
          onChange={(ml) => set({ injector: { ...injector, ml } })}
        />
        <ByBore units={units} take={(ml) => set({ injector: { ...injector, ml } })} />
        <InjectorDrawing injector={drawn} longest={strokeOf(drawn)} />
        <Usual what="injector" says="120 mL is a common one." walk={walk} />
      </section>
    </div>
  );
}
