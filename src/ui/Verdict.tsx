import type { ReactNode } from 'react';
export type VerdictKey = 'good' | 'watch' | 'stop' | 'unknown';

/** Our marks: shape first, then colour, then the word beside it. */
const SHAPES = {
  good: <circle cx="8" cy="8" r="5" fill="currentColor" />,
  watch: <path d="M8 1.5 14.5 8 8 14.5 1.5 8Z" fill="none" stroke="currentColor" strokeWidth="2" />,
  stop: <path d="M2 2h12v12H2ZM5 8h6" fill="none" stroke="currentColor" strokeWidth="2.5" />,
  unknown: (
    <circle
      cx="8"
      cy="8"
      r="6"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.75"
      strokeDasharray="3 2.3"
    />
  ),
};
const COLOUR = { good: 'text-good', watch: 'text-watch', stop: 'text-stop', unknown: 'text-soft' };

export function Verdict({ verdict, children }: { verdict: VerdictKey; children?: ReactNode }) {
  return (
    <span
      className={`inline-flex items-start gap-2 ${verdict === 'good' ? '' : `${COLOUR[verdict]} font-semibold`}`}
    >
      <svg
        viewBox="0 0 16 16"
        width="16"
        height="16"
        className={`${COLOUR[verdict]} mt-[3px] shrink-0`}
        aria-hidden="true"
      >
        {SHAPES[verdict]}
      </svg>
      <span>{children}</span>
    </span>
  );
}
