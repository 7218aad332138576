import type { ReactNode } from 'react';
import type { BenchPlace } from '@/core/session/index.ts';

interface Props {
  at: BenchPlace;
  title: string;
  sub: string;
  body: ReactNode;
  foot: ReactNode;
  /** its foot wants room: cavities are being marked */
  tall: boolean;
  extra?: string;
}
/** One place of the bench: its name, what stands there, and a line under it. */
export function Place({ at, title, sub, body, foot, tall, extra = '' }: Props) {
  return (
    <section
      aria-label={title}
      data-place={at}
      className={`flex min-h-0 min-w-0 flex-col ${extra}`}
    >
      <h2 className="text-[18px] leading-tight">{title}</h2>
      <p className="hint mb-2 leading-tight">{sub}</p>
      <div className="flex min-h-0 flex-1 flex-col">{body}</div>
      <div
        tabIndex={0}
        role="group"
        aria-label={`${title}: more`}
        className={
          'min-h-16 border-t-[3px] border-ink pt-2 lg:overflow-y-auto ' +
          `${tall ? 'lg:h-[216px]' : 'lg:h-24'}`
        }
      >
        {foot}
      </div>
    </section>
  );
}
