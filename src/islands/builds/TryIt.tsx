import { useEffect, useState } from 'react';
import type { Build } from '@/core/build/index.ts';
import { layersOf } from '@/core/build/index.ts';
import type { Job, PlanInput, Remark, Shelf } from '@/core/plan/index.ts';
import { checkJob, oneCupEach, toolsFor } from '@/core/plan/index.ts';
import type { Shop } from '@/core/shop.ts';
import { call } from '@/ui/api.ts';
import { Stages } from '@/ui/Stages.tsx';
import { sampleColour } from '@/ui/StageStrip.tsx';
import { Verdict } from '@/ui/Verdict.tsx';

/** What grades and cups have to say belongs to a colourway, not to a build. */
const OF_COLOURS = new Set(['grade', 'no-mix', 'rough-volume']);

/** A job of this build in this mould, in sample colours: enough to be checked and measured. */
function trial(
  build: Build,
  mould: number,
  shelf: Shelf,
  { plan, bench, good, confidence, window }: Shop,
): PlanInput {
  const settings = { ...plan, tolerance: bench.tolerance };
  const keys = layersOf(build).map((layer) => layer.key);
  const colour = sampleColour(build);
  const entry = shelf.moulds.find((entry) => entry.id === mould)!;
  const layers = Object.fromEntries(keys.map((key, i) => [key, i + 1]));
  const job: Job = {
    key: 'trial',
    bait: {
      id: 0,
      name: 'a bait',
      grades: ['soft', 'medium', 'hard', 'floating', 'sinking'],
      outline: entry.spec.cavities[0]!.outline,
    },
    colourway: { id: 0, name: build.name },
    build,
    layers,
    drawnFrom: oneCupEach(layers),
    lines: [],
    tools: toolsFor(shelf, build, entry, { settings, good, confidence, window }),
    confidence,
    trials: 0,
    extra: 0,
  };
  return {
    jobs: [job],
    cups: keys.map((key, i) => ({
      id: String(i + 1),
      mix: i + 1,
      recipe: { name: key, colour: colour(key), grade: 'medium', ladder: [] },
      vessel: null,
      degas: 'none',
    })),
    settings,
  };
}

/**
 * The build tried in one of the shop's moulds: what does not fit, and what lies in a cavity stage
 * by stage.
 */
export function TryIt({ build }: { build: Build }) {
  const [shelf, setShelf] = useState<Shelf | null>(null);
  const [shop, setShop] = useState<Shop | null>(null);
  const [mould, setMould] = useState(0);
  useEffect(() => {
    void call<Shelf>('GET', '/api/catalogue').then((reply) => reply.ok && setShelf(reply.value));
    void call<Shop>('GET', '/api/shop').then((reply) => reply.ok && setShop(reply.value));
  }, []);
  const input = shelf && shop && mould ? trial(build, mould, shelf, shop) : null;
  const remarks: Remark[] =
    input && shop
      ? checkJob(input.jobs[0]!, input, shop.units).filter((remark) => !OF_COLOURS.has(remark.code))
      : [];
  return (
    <section className="mt-4 border-t border-ink pt-3" aria-label="Try it in a mould">
      <label className="field max-w-md">
        <span>Try it in a mould of the shop</span>
        <select
          className="box"
          value={mould || ''}
          onChange={(change) => setMould(Number(change.target.value))}
        >
          <option value="">choose one…</option>
          {shelf?.moulds.map((mould) => (
            <option key={mould.id} value={mould.id}>
              {mould.spec.name}
            </option>
          ))}
        </select>
      </label>
      {input && (
        <ul className="mt-2">
          {remarks.length === 0 ? (
            <li>
              <Verdict verdict="good">
                It fits, with the injectors, blocks and inserts there are.
              </Verdict>
            </li>
          ) : (
            remarks.map((remark) => (
              <li key={remark.sentence} data-misfit={remark.code}>
                <Verdict verdict={remark.weight === 'refused' ? 'stop' : 'watch'}>
                  {remark.sentence.replace(`a bait, ${build.name}`, build.name || 'This build')}
                </Verdict>
              </li>
            ))
          )}
        </ul>
      )}
      {input && shop && <Stages input={input} units={shop.units} />}
    </section>
  );
}
