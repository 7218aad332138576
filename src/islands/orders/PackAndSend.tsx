import { useState } from 'react';
import { v4 } from 'uuid';
import type { Progress } from '@/core/order/progress.ts';
import { call } from '@/ui/api.ts';

/** Packs and sends what is cured of a line; the last of it can be taken back. */
export function PackAndSend({
  row,
  progress,
  onDone,
}: {
  row: { id: number; pack: number };
  progress: Progress;
  onDone: (kind: 'packed' | 'sent', count: number) => void;
}) {
  const [wrong, setWrong] = useState('');
  const [last, setLast] = useState<{
    cause: string;
    kind: 'packed' | 'sent';
    count: number;
  } | null>(null);
  const post = async (body: object): Promise<boolean> => {
    const reply = await call('POST', `/api/lines/${row.id}/moves`, body);
    setWrong(reply.ok ? '' : reply.message);
    return reply.ok;
  };
  const move = async (kind: 'packed' | 'sent', count: number) => {
    const cause = v4();
    if (!(await post({ kind, count, cause }))) return;
    onDone(kind, count);
    setLast({ cause, kind, count });
  };
  const undo = async () => {
    if (!last || !(await post({ undoes: last.cause, cause: v4() }))) return;
    onDone(last.kind, -last.count);
    setLast(null);
  };
  // Whole packs first; what is over goes when it is all there is.
  const packs =
    progress.cured >= row.pack
      ? Math.floor(progress.cured / row.pack) * row.pack
      : progress.toShoot + progress.curing + progress.shot === 0
        ? progress.cured
        : 0;
  if (packs === 0 && progress.packed === 0 && !last) return null;
  return (
    <span className="mt-1 flex flex-wrap items-center gap-2">
      {packs > 0 && (
        <button type="button" className="act" onClick={() => void move('packed', packs)}>
          Pack {packs}
        </button>
      )}
      {progress.packed > 0 && (
        <button type="button" className="act" onClick={() => void move('sent', progress.packed)}>
          Send {progress.packed}
        </button>
      )}
      {last && (
        <button type="button" className="act border-transparent" onClick={() => void undo()}>
          Undo: {last.count} {last.kind}
        </button>
      )}
      {wrong && (
        <span className="wrong" role="alert">
          {wrong}
        </span>
      )}
    </span>
  );
}
