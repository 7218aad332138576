import type { Plan } from '@/core/plan/index.ts';
import { Verdict } from '@/ui/Verdict.tsx';

/** What is to be said of a plan. One with nothing in it yet is not wrong: it says how it is begun. */
export const Remarks = ({ remarks }: Pick<Plan, 'remarks'>) => (
  <ul className="mt-2" aria-label="Remarks">
    {remarks.map(({ code, weight, sentence }) => (
      <li key={sentence} className="py-1" data-remark={code}>
        {code === 'nothing' ? (
          <span className="text-lg">{sentence}</span>
        ) : (
          <Verdict verdict={weight === 'refused' ? 'stop' : 'watch'}>{sentence}</Verdict>
        )}
      </li>
    ))}
  </ul>
);
