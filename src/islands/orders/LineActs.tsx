import type { Progress } from '@/core/order/progress.ts';
import { PackAndSend } from './PackAndSend.tsx';

interface Props {
  row: { id: number; pack: number };
  progress: Progress;
}
/** Packs and sends what is cured of a line, on its order's own page. */
export default function LineActs({ row, progress }: Props) {
  return <PackAndSend row={row} progress={progress} onDone={() => location.reload()} />;
}
