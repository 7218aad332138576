import type { GoesWith, Why } from '@/core/causes/index.ts';
import { headOf, sayDiffers, sayNot, saySuspected, sayWith } from '@/core/causes/says.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';

/** Share of the fault at the worse end and the better, as two bars on one scale. */
function Ends({ found, most }: { found: GoesWith; most: number }) {
  const wide = (share: number): string => `${(100 * share) / most}%`;
  return (
    <span className="flex h-9 flex-col justify-between" aria-hidden="true">
      <span className="block h-4 bg-ink" style={{ width: wide(found.shareWorse) }} />
      <span className="block h-4 border border-ink" style={{ width: wide(found.shareBetter) }} />
    </span>
  );
}

type Told = Extract<Why, { is: 'told' }>;

/** What goes with one fault, how sure that is, and what it is not. */
export function FaultWhy({ fault, why, units }: { fault: string; why: Told; units: ShopUnits }) {
  const title = fault.charAt(0).toUpperCase() + fault.slice(1);
  const sure = why.with.filter((found) => found.sure === 'sure');
  const suspected = saySuspected(why);
  const most = Math.max(0.01, ...sure.map(({ shareWorse }) => shareWorse));
  const differs = sayDiffers(why);
  return (
    <section aria-label={title} data-fault={fault}>
      <h2>
        {title}{' '}
        <span className="text-base font-normal text-soft">
          {why.hits} in {why.shots} shots
        </span>
      </h2>
      {sure.length === 0 && (
        <p className="border-t-[1.5px] border-ink pt-2">
          It goes with nothing for sure of what was looked at.
        </p>
      )}
      <ul className={sure.length > 0 ? 'border-t-[1.5px] border-ink' : ''}>
        {sure.map((found) => (
          <li
            key={found.key}
            className="grid items-center gap-x-6 gap-y-1 border-b border-rule py-3 sm:grid-cols-[minmax(0,1fr)_12rem]"
            data-goes-with={found.key}
          >
            <span>
              <b className="text-lg">{headOf(found)}</b> <span className="text-soft">sure</span>
              {sayWith(found, units).map((sentence) => (
                <span key={sentence} className="block">
                  {sentence}
                </span>
              ))}
            </span>
            <Ends found={found} most={most} />
          </li>
        ))}
      </ul>
      {suspected && <p className="mt-2">{suspected}</p>}
      <p className="mt-2 text-sm text-soft">
        {[...sayNot(why), ...(differs ? [differs] : [])].join(' ')}
      </p>
    </section>
  );
}
