import { TOLD } from '@/core/learner/told.ts';
import type { SaidStep } from '@/core/session/index.ts';
import { Explained } from '@/ui/Explained.tsx';

/** What somebody who has not done a step yet is told of it besides. */
export function Learning({ step }: { step: SaidStep['key'] }) {
  const told = TOLD[step];
  return (
    told && (
      <p className="mt-1 max-w-prose border-l-4 border-ink pl-3" data-told>
        <Explained text={told.look} />{' '}
        {told.wrong && (
          <span className="text-soft">
            <Explained text={told.wrong} />
          </span>
        )}
      </p>
    )
  );
}
