import type { Batch } from '@/core/order/index.ts';
import { Bait } from '@/ui/Bait.tsx';
import { drawColourway } from '@/ui/drawLayers.ts';
import { fromToday } from '@/ui/days.ts';
import type { Today } from '@/service/today.ts';

/** Rows shown: the fortnight has all. */
const MOST = 6;
const manyLines = (count: number) => (count === 1 ? 'one line' : `${count} lines`);

function Row({ batch, all, now }: { batch: Batch; all: Today['all']; now: Date }) {
  const bait = all.baits.find(({ id }) => id === batch.bait)?.spec;
  const way = all.colourways.find(({ id }) => id === batch.colourway)?.spec;
  const mould = all.moulds.find(({ id }) => id === batch.mould)?.spec.name ?? '';
  const builds = all.builds.map(({ spec }) => spec);
  return (
    <li className="flex min-h-16 flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-2">
      <Bait
        outline={bait?.outline ?? 'eel'}
        layers={way ? drawColourway(way, builds, all.mixes) : []}
        width={96}
      />
      <span className="min-w-0 grow basis-40">
        <b>{bait?.name}</b> {way?.name}
        <span className="block text-sm text-soft">
          {`${mould}; for ${manyLines(batch.parts.length)}, the first ${fromToday(batch.due, now)}`}
        </span>
      </span>
      <b className="figure ml-auto text-2xl">{batch.baits}</b>
      <a
        className="act ml-auto"
        href={`/plan/new?parts=${batch.parts.map(({ part }) => part).join(',')}`}
        aria-label={`Plan it: ${batch.baits} ${bait?.name}, ${way?.name}`}
      >
        Plan it
      </a>
    </li>
  );
}

/** What of the book could be shot at one go, and a plan of it. */
export function Shoot({ day, now }: { day: Today; now: Date }) {
  const { all, shoot } = day;
  return (
    <section aria-label="Can be shot tonight">
      <h2>Can be shot tonight</h2>
      {shoot.length === 0 ? (
        <p className="border-t-[1.5px] border-ink pt-2">
          The book wants nothing more shot. <a href="/plan/new">Shoot for the shelf</a>
        </p>
      ) : (
        <ul className="border-t-[1.5px] border-ink">
          {shoot.slice(0, MOST).map((batch) => (
            <Row key={`${batch.bait}/${batch.colourway}/${batch.mould}`} {...{ batch, all, now }} />
          ))}
        </ul>
      )}
    </section>
  );
}
