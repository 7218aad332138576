import type { Leavable } from '@/core/starter/begin.ts';
import { Verdict } from '@/ui/Verdict.tsx';
import type { Walk } from './useWalk.ts';

/** Says that a thing still has its usual figures, and takes them for right at a press. */
export const Usual = ({ what, says, walk }: { what: Leavable; says: string; walk: Walk }) =>
  walk.isLeft(what) ? (
    <p className="flex flex-wrap items-center gap-3">
      <Verdict verdict="unknown">{says} It is marked as usual until you change it.</Verdict>
      <button type="button" className="act" onClick={() => walk.isRight(what)}>
        It is right
      </button>
    </p>
  ) : (
    <p>
      <Verdict verdict="good">As you have it.</Verdict>
    </p>
  );
