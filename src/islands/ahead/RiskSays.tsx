import { Verdict } from '@/ui/Verdict.tsx';

interface Props {
  chance: number;
  /** why it is laid nowhere; null = it is laid */
  left: string | null;
}
/** How likely a promise is kept, where that is not safe. */
export function RiskSays({ chance, left }: Props) {
  // Down: what is under eight in ten is never said to be eighty in a hundred.
  const inHundred = Math.floor(100 * chance);
  if (left !== null) return <Verdict verdict="stop">not laid: {left}</Verdict>;
  return inHundred === 0 ? (
    <Verdict verdict="stop">too late as the fortnight is laid</Verdict>
  ) : (
    <Verdict verdict="watch">in time {inHundred} in 100</Verdict>
  );
}
