import { DEGAS, type Degas } from '@/core/plan/degas.ts';
import type { Shop } from '@/core/shop.ts';
import { type WayKey, WAYS, waysOf } from '@/core/ways.ts';
import { Select } from '@/ui/Select.tsx';

interface Props {
  plan: Shop['plan'];
  set: (plan: Shop['plan']) => void;
}
const options = (all: Record<string, string>) =>
  Object.entries(all).map(([value, name]) => ({ value, name }));

/** How the shop works where makers differ: what the bench asks, how plans reckon. */
export function WayFields({ plan, set }: Props) {
  const now = waysOf(plan);
  return (
    <>
      {(Object.keys(WAYS) as WayKey[]).map((key) => (
        <Select
          key={key}
          label={WAYS[key].name}
          value={now[key]}
          options={options(WAYS[key].ways)}
          onChange={(way) => set({ ...plan, ways: { ...plan.ways, [key]: way } })}
        />
      ))}
      <Select
        label="A new cup is degassed"
        value={plan.degas ?? 'none'}
        options={Object.keys(DEGAS).map((key) => ({
          value: key,
          name: key === 'none' ? 'not at all' : key,
        }))}
        onChange={(degas) => set({ ...plan, degas: degas as Degas })}
      />
    </>
  );
}
