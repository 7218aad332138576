import { useMemo, type CSSProperties } from 'react';
import type { Plan, PlanInput } from '@/core/plan/index.ts';
import { pullSheet, tickedOf } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { printSheet } from '@/ui/printSheet.ts';
import { begin } from './begin.ts';
import { pullType } from './pullType.ts';

interface Props {
  /** the session and its day, at the head of the paper */
  title: string;
  plan: Plan;
  input: PlanInput;
  units: ShopUnits;
  /** keys of what is laid out, also of what this sheet does not list now */
  ticks: string[];
  tick: (next: string[]) => void;
  /** keeps the plan; its number, or null where it could not be kept */
  kept: () => Promise<number | null>;
  /** says what was wrong */
  tell: (sentence: string) => void;
  /** its times are known, so that they can be printed */
  hasRunSheet: boolean;
  /** where the plan stands as JSON; null before it is saved */
  jsonAt: string | null;
}

/** Everything to lay out before the session, ticked as it is laid out. */
export function PullSheet(props: Props) {
  const { title, plan, input, units, tick, kept, tell, hasRunSheet, jsonAt } = props;
  const sheet = useMemo(() => (plan.ok ? pullSheet(plan, input, units) : []), [plan, input, units]);
  const ticks = tickedOf(sheet, props.ticks);
  const onTick = (key: string) => {
    const next = new Set(ticks);
    if (!next.delete(key)) next.add(key);
    tick([...next]);
  };
  const onStart = async () => {
    const id = await kept();
    const wrong = id ? await begin(id) : undefined;
    if (wrong) tell(wrong);
  };
  const groups = [...new Set(sheet.map((item) => item.group))];
  return (
    <aside
      className="min-w-0 border-ink lg:border-l-[1.5px] lg:pl-6"
      aria-label="Pull sheet"
      data-sheet="pull"
      style={{ '--sheet': `${pullType(sheet)}pt` } as CSSProperties}
    >
      <p className="print-only">{title}</p>
      <h2 className="flex items-baseline justify-between">
        Pull sheet{' '}
        <span className="text-sm font-normal text-soft">
          {sheet.filter((item) => ticks.has(item.key)).length} of {sheet.length}
        </span>
      </h2>
      {sheet.length === 0 && (
        <p className="hint mt-2">
          Choose lines; everything to lay out then stands here, with amounts.
        </p>
      )}
      {groups.map((group) => (
        <section key={group} className="mt-3">
          <h3 className="text-sm text-soft">{group}</h3>
          <ul>
            {sheet
              .filter((item) => item.group === group)
              .map((item) => (
                <li key={item.key}>
                  <label className="flex min-h-11 cursor-pointer items-center gap-3 border-b border-rule py-1">
                    <input
                      type="checkbox"
                      className="size-5 shrink-0"
                      checked={ticks.has(item.key)}
                      onChange={() => onTick(item.key)}
                    />
                    <span
                      className={`min-w-0 flex-1 leading-tight ${ticks.has(item.key) ? 'text-soft' : ''}`}
                    >
                      {item.what}
                      {item.note && <span className="hint block">{item.note}</span>}
                    </span>
                    <b className="max-w-[45%] shrink-0 text-right leading-tight">{item.amount}</b>
                  </label>
                </li>
              ))}
          </ul>
        </section>
      ))}
      {plan.ok && (
        <div className="no-print mt-4 grid gap-2">
          <button
            type="button"
            className="act act-main min-h-16 justify-center text-xl"
            onClick={() => void onStart()}
          >
            Start at the bench
          </button>
          <button type="button" className="act justify-center" onClick={() => printSheet('pull')}>
            Print the pull sheet
          </button>
          {hasRunSheet && (
            <button type="button" className="act justify-center" onClick={() => printSheet('run')}>
              Print the run sheet
            </button>
          )}
          {jsonAt && (
            <a className="act justify-center" href={jsonAt} download>
              The plan as JSON
            </a>
          )}
        </div>
      )}
    </aside>
  );
}
