import { Verdict } from '@/ui/Verdict.tsx';
import SeenTo from './SeenTo.tsx';

/** Something that wants looking at, and where; what has gone bad can be seen to, by its key. */
interface Look {
  says: string;
  href: string;
  key?: string;
}

/** What wants looking at, a row each. */
export default function LookAt({ all, first }: { all: readonly Look[]; first: boolean }) {
  return (
    <ul className={first && all.length > 0 ? 'border-t-[1.5px] border-ink' : undefined}>
      {all.map(({ says, href, key }) => (
        <li
          key={`${href} ${says}`}
          className="flex min-h-11 flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-1"
        >
          <span className="min-w-0 grow basis-56">
            <Verdict verdict="watch">{says}</Verdict>
          </span>
          <span className="ml-auto flex shrink-0 flex-wrap justify-end gap-2">
            <a className="act" href={href} aria-label={`Look: ${says}`}>
              Look
            </a>
            {key !== undefined && <SeenTo chore={key} says={says} />}
          </span>
        </li>
      ))}
    </ul>
  );
}
