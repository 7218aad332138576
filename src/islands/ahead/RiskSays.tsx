import { Verdict } from '@/ui/Verdict.tsx';

interface Props {
  chance: number;
  /** why it is laid nowhere; null = it is laid */
  left: string | null;
}
/** How likely a promise is kept, where that is not safe. */
export const RiskSays = ({ chance, left }: Props) => (
  <Verdict verdict={left === null ? 'watch' : 'stop'}>
    {left === null ? `in time ${Math.round(100 * chance)} in 100` : `not laid: ${left}`}
  </Verdict>
);
