import type { Mould } from '../mould/index.ts';
import { CLOSURES } from '../mould/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { say } from '../quantity/index.ts';
import type { Run } from './run.ts';
import { type PullItem, type Laid, capital } from './pullItem.ts';

/** Moulds of the plan, each once, and whether its rods are wanted. */
function mouldsOf(runs: readonly Run[]) {
  const used = new Map<number, { id: number; mould: Mould; rods: boolean }>();
  for (const { tools, stage } of runs)
    for (const { id, mould } of tools.moulds)
      used.set(id, { id, mould, rods: stage.rods || (used.get(id)?.rods ?? false) });
  return [...used.values()];
}
function mouldItems(
  { id, mould, rods }: { id: number; mould: Mould; rods: boolean },
  shop: ShopUnits,
): PullItem[] {
  const warm = say(mould.warmTo, 'temperature', shop);
  const own = (part: string, what: string, amount: string, note?: string): PullItem => ({
    key: `mould/${id}${part}`,
    group: 'Metal',
    what,
    amount,
    note,
  });
  const cavities = mould.cavities.length;
  return [
    own(
      '',
      mould.name,
      `${cavities} ${cavities === 1 ? 'cavity' : 'cavities'}`,
      mould.closure === 'open' ? `level; ${warm}` : `mark TOP; warm to ${warm}`,
    ),
    ...mould.loose.map((part) =>
      own(`/loose/${part}`, `${part} for ${mould.name}`, '1', 'loose part, easily forgotten'),
    ),
    ...(rods && mould.rod
      ? [
          own(
            '/rods',
            `Core rods for ${mould.name}`,
            String(cavities),
            `${say(mould.rod.bore, 'length', shop)}, oiled`,
          ),
        ]
      : []),
    ...(mould.closure === 'vice'
      ? [own('/vice', `Vice with soft jaws for ${mould.name}`, '1')]
      : []),
  ];
}
/** Moulds with all that belongs to them, and what closes them. */
export function metal({ runs, shop }: Laid): PullItem[] {
  const moulds = mouldsOf(runs);
  const hardware = new Map<string, number>();
  for (const { mould } of moulds)
    if (mould.closure !== 'open' && mould.closure !== 'vice') {
      const { one } = CLOSURES[mould.closure];
      hardware.set(one, (hardware.get(one) ?? 0) + mould.closures);
    }
  return [
    ...moulds.flatMap((used) => mouldItems(used, shop)),
    ...[...hardware].map(([one, count]): PullItem => ({
      key: `closure/${one}`,
      group: 'Metal',
      what: `${capital(one)}s`,
      amount: String(count),
    })),
  ];
}
