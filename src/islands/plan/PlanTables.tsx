import { BarrelTable } from './BarrelTable.tsx';
import { DegasChoice, VesselChoice } from './CupFields.tsx';
import { CupTable, type OfPlan } from './CupTable.tsx';
import { PlasticTable } from './PlasticTable.tsx';

/** Barrels, plastic and cups of a plan; of one that does not stand, the cups to choose. */
export function PlanTables(of: OfPlan) {
  const { plan, input, shelf, units, setCup } = of;
  if (plan.ok)
    return (
      <div className="mt-6 grid gap-8 xl:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <BarrelTable plan={plan} input={input} units={units} />
        <PlasticTable plan={plan} input={input} units={units} />
        <CupTable {...of} />
      </div>
    );
  if (input.cups.length === 0) return null;
  return (
    <section className="mt-4">
      <h2>Cups</h2>
      {input.cups.map((cup) => (
        <p key={cup.id} className="flex flex-wrap items-center gap-3 py-1">
          <b>{cup.recipe.name}</b>
          <VesselChoice choice={cup} shelf={shelf} set={setCup} />
          <DegasChoice choice={cup} set={setCup} />
        </p>
      ))}
    </section>
  );
}
