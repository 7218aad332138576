import { Fragment, useState } from 'react';
import type { Progress } from '@/core/order/progress.ts';
import { progress, readiness } from '@/core/order/progress.ts';
import type { Risk } from '@/core/ahead/risk.ts';
import { RiskSays } from '@/islands/ahead/RiskSays.tsx';
import { useRisks } from '@/islands/ahead/useRisks.ts';
import { FromShelf, type OnShelf } from './FromShelf.tsx';
import { PackAndSend } from './PackAndSend.tsx';
import { Bait } from '@/ui/Bait.tsx';
import type { Drawn } from '@/ui/drawLayers.ts';
import { endOfDay, fromToday, sayDay } from '@/ui/days.ts';
import { sayReady } from '@/ui/sayReady.ts';
import { BarPatterns, LineBar, sayProgress, STATES } from '@/ui/LineBar.tsx';
import { Verdict } from '@/ui/Verdict.tsx';

interface BookPart {
  bait: string;
  outline: string;
  colourway: string;
  layers: Drawn[];
  count: number;
  noMix: boolean;
}
export interface BookRow {
  id: number;
  order: number;
  customer: string;
  name: string;
  pack: number;
  promised: string;
  count: number;
  allotted: number;
  cured: number;
  curedAt: number | null;
  packed: number;
  sent: number;
  tonight: number;
  /** baits on the shelf that it may have */
  shelf: OnShelf[];
  parts: BookPart[];
}

function Ready({
  row,
  progress,
  cure,
  now,
  risk,
}: {
  row: BookRow;
  progress: Progress;
  cure: number;
  now: Date;
  /** its promise is not safely kept by the fortnight */
  risk: Risk | undefined;
}) {
  if (row.parts.some((part) => part.noMix) && progress.toShoot > 0)
    return <Verdict verdict="unknown">a layer has no mix</Verdict>;
  const other = readiness(progress, {
    curedAt: row.curedAt,
    promisedEnd: endOfDay(row.promised),
    cure,
    now: now.getTime(),
  });
  return (
    <>
      <Verdict verdict={other.verdict}>{sayReady(other)}</Verdict>
      {risk && (
        <a href="/plan/ahead" className="block" data-risk>
          <RiskSays {...risk} />
        </a>
      )}
    </>
  );
}

/** The order book by promised day: each line a bar of its count. */
export default function Book({
  rows,
  cure,
  now: at,
}: {
  rows: BookRow[];
  cure: number;
  now: number;
}) {
  const [held, setHeld] = useState(rows);
  const { risks } = useRisks();
  const now = new Date(at);
  const days = [...new Set(held.map((bookRow) => bookRow.promised))];
  /** They are cured: what was taken may be packed at once. */
  const tookFromShelf = (id: number, count: number, curedAt: number) =>
    setHeld((all) =>
      all.map((row) =>
        row.id === id
          ? {
              ...row,
              allotted: row.allotted + count,
              cured: row.cured + count,
              curedAt: Math.max(row.curedAt ?? 0, curedAt),
            }
          : row,
      ),
    );
  const moved = (id: number, kind: 'packed' | 'sent', count: number) =>
    setHeld((all) =>
      all.map((bookRow) =>
        bookRow.id === id ? { ...bookRow, [kind]: bookRow[kind] + count } : bookRow,
      ),
    );
  return (
    <>
      <BarPatterns />
      <div
        className={
          'book-columns mt-4 hidden gap-x-4 border-b-[1.5px] border-ink pb-1 text-sm ' +
          'text-soft md:grid'
        }
        aria-hidden="true"
      >
        <span>For</span>
        <span>Bait and colours</span>
        <span>Sent, packed, cured, curing, shot, to shoot</span>
        <span className="text-right">Count</span>
        <span>Can be ready</span>
      </div>
      {days.map((day) => (
        <Fragment key={day}>
          <h2 className="mt-3 text-[17px]">
            {sayDay(day)}{' '}
            <span className="ml-1 text-sm font-normal text-soft">{fromToday(day, now)}</span>
          </h2>
          <ul className="border-b-[1.5px] border-ink">
            {held
              .filter((bookRow) => bookRow.promised === day)
              .map((row) => {
                const other = progress(row, row.tonight);
                return (
                  <li
                    key={row.id}
                    data-line={row.id}
                    className="book-columns grid gap-x-4 gap-y-1 border-t border-rule py-2 first:border-t-0"
                  >
                    <span className="min-w-0">
                      <a href={`/orders/${row.order}`} className="inline-flex min-h-6 items-center">
                        {row.customer}
                      </a>
                      {row.name && <span className="hint block">{row.name}</span>}
                    </span>
                    <span className="min-w-0">
                      {row.parts.map((part) => (
                        <span
                          key={`${part.bait}${part.colourway}`}
                          className="flex items-start gap-3"
                        >
                          <span className="pt-2">
                            <Bait outline={part.outline} layers={part.layers} />
                          </span>
                          <span className="min-w-0">
                            <b className="block leading-tight">
                              {part.bait}
                              {row.parts.length > 1 && (
                                <span className="figure ml-2 font-normal">{part.count}</span>
                              )}
                            </b>
                            <span className="hint block leading-tight">{part.colourway}</span>
                          </span>
                        </span>
                      ))}
                    </span>
                    <span className="pt-1">
                      <LineBar progress={other} />
                      <span className="hint">
                        {sayProgress(other)}; packs of {row.pack}
                      </span>
                    </span>
                    <b className="figure text-right text-lg">{row.count}</b>
                    <span>
                      <Ready
                        row={row}
                        progress={other}
                        risk={risks?.find(({ line }) => line === row.id)}
                        {...{ cure, now }}
                      />
                      <FromShelf
                        offers={row.shelf}
                        onDone={(count) => tookFromShelf(row.id, count, at)}
                      />
                      <PackAndSend
                        row={row}
                        progress={other}
                        onDone={(kind, count) => moved(row.id, kind, count)}
                      />
                    </span>
                  </li>
                );
              })}
          </ul>
        </Fragment>
      ))}
      <p className="mt-4 flex flex-wrap items-center gap-x-5 gap-y-1 text-sm text-soft">
        {STATES.map((state) => (
          <span key={state.key} className="inline-flex items-center gap-2">
            <svg width="26" height="14" aria-hidden="true">
              <rect x="1" y="1" width="24" height="12" fill={state.fill} stroke="var(--ink)" />
            </svg>
            {state.name}
          </span>
        ))}
      </p>
    </>
  );
}
