import { Choice } from '@/ui/Choice.tsx';
import { useState } from 'react';
import type { Build } from '@/core/build/index.ts';
import {
  checkBuild,
  INSERT_KEYS,
  layersOf,
  MAKES,
  MOST_PARTS,
  stageBefore,
  withoutStage,
  withTip,
} from '@/core/build/index.ts';
import type { OutlineKey } from '@/core/mould/outline.ts';
import { OUTLINES } from '@/core/mould/outline.ts';
import { useSave } from '@/ui/useSave.tsx';
import { BaitViews, Section } from '@/ui/BaitViews.tsx';
import { drawBuild } from '@/ui/drawLayers.ts';
import { sampleColour, StageStrip } from '@/ui/StageStrip.tsx';
import { Verdict } from '@/ui/Verdict.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import { LayerFields } from './LayerFields.tsx';
import { StageFields } from './StageFields.tsx';
import { TryIt } from './TryIt.tsx';

/**
 * Composes a build: the bait from every side, its stages left to right, and at once what does not
 * fit.
 */
export default function Composer({
  id,
  version,
  build: start,
  copied,
}: {
  id?: number;
  version?: string;
  build: Build;
  copied: boolean;
}) {
  const [build, setBuild] = useState<Build>(start);
  const [outline, setOutline] = useState<OutlineKey>('sprat');
  const [cut, setCut] = useState(0.35);
  const [wrong, setWrong] = useState<{ message: string; field?: string } | null>(null);
  const misfits = checkBuild(build);
  const colourOf = sampleColour(build);
  const drawn = drawBuild(build, (layer) => colourOf(layer.key));
  const set = (part: Partial<Build>) => setBuild({ ...build, ...part });
  const setStage = (i: number, stage: Build['stages'][number]) =>
    set({ stages: build.stages.map((other, k) => (k === i ? stage : other)) });
  const { save, asking } = useSave(version);
  const keep = async () => {
    const reply = await save<{ id: number }>(
      id ? 'PUT' : 'POST',
      `/api/catalogue/builds${id ? `/${id}` : ''}`,
      build,
    );
    if (!reply.ok) return setWrong({ message: reply.message, field: reply.field });
    location.assign('/builds');
  };
  return (
    <div>
      <div className="flex flex-wrap items-end justify-between gap-3">
        <label className="min-w-60 flex-1">
          <span className="sr-only">Name of the build</span>
          <input
            className="w-full border-b border-rule bg-transparent text-[32px] font-bold leading-tight"
            placeholder="Name the build"
            value={build.name}
            onChange={(change) => set({ name: change.target.value })}
            aria-invalid={wrong?.field === 'name' ? true : undefined}
          />
        </label>
        <button
          type="button"
          className="act act-main"
          disabled={misfits.length > 0}
          onClick={() => void keep()}
        >
          {copied ? 'Save as a build of our own' : 'Save'}
        </button>
      </div>
      <label className="mt-1 block">
        <span className="sr-only">What it is</span>
        <input
          className="w-full bg-transparent text-soft"
          placeholder="What it is, in a few words"
          value={build.what}
          onChange={(change) => set({ what: change.target.value })}
        />
      </label>
      {copied && (
        <p className="hint mt-1">
          The trade’s own build stays as it is; what you change here is kept beside it, under a name
          of its own.
        </p>
      )}
      {asking}
      <Wrong className="mt-2">{wrong?.message}</Wrong>

      <div className="mt-4 grid gap-8 lg:grid-cols-[minmax(0,1fr)_300px]">
        <div className="min-w-0">
          <BaitViews
            outline={outline}
            layers={drawn}
            cut={cut}
            label={`${build.name || 'The build'} from the side and from above`}
          />
        </div>
        <div>
          <Section
            outline={outline}
            layers={drawn}
            at={cut}
            size={200}
            label={`In section at ${Math.round(cut * 100)} % of its length`}
          />
          <label className="field mt-2">
            <span>Cut at</span>
            <input
              type="range"
              min={0.05}
              max={0.97}
              step={0.01}
              value={cut}
              onChange={(change) => setCut(Number(change.target.value))}
              className="h-11 w-full"
            />
          </label>
          <Choice label="Shown on" value={outline} of={OUTLINES} onChange={setOutline} />
          <ul className="mt-3">
            {layersOf(build).map((layer) => (
              <li key={layer.key} className="flex items-center gap-2 py-1">
                <span
                  className="h-5 w-5 border border-ink"
                  style={{ background: colourOf(layer.key) }}
                />
                {layer.name}
              </li>
            ))}
          </ul>
        </div>
      </div>

      <h2 className="mt-6">Stage by stage</h2>
      <div className="mt-2">
        <StageStrip build={build} outline={outline} colourOf={colourOf} />
      </div>
      <ul className="mt-3" aria-label="What does not fit">
        {misfits.length === 0 ? (
          <li>
            <Verdict verdict="good">It can be shot.</Verdict>
          </li>
        ) : (
          misfits.map((misfit) => (
            <li key={misfit.sentence} data-misfit={misfit.code}>
              <Verdict verdict="stop">{misfit.sentence}</Verdict>
            </li>
          ))
        )}
      </ul>

      {misfits.length === 0 && <TryIt build={build} />}
      <div className="mb-4 mt-4 flex flex-wrap gap-3">
        {INSERT_KEYS.map((makes) => (
          <button
            key={makes}
            type="button"
            className="act"
            disabled={build.stages.length >= MOST_PARTS.stages}
            onClick={() => setBuild(stageBefore(build, makes))}
          >
            A stage before: {MAKES[makes].many}
          </button>
        ))}
        <button type="button" className="act" onClick={() => setBuild(withTip(build))}>
          {build.finish ? 'Leave the dipped tip out' : 'A tip dipped after'}
        </button>
      </div>
      {build.stages.map((stage, i) => (
        <StageFields
          key={i}
          build={build}
          stage={stage}
          first={i === 0}
          last={i === build.stages.length - 1}
          set={(next) => setStage(i, next)}
          takeOut={build.stages.length > 1 ? () => setBuild(withoutStage(build, stage)) : undefined}
        />
      ))}
      {build.finish && (
        <section className="border-t border-ink py-3">
          <h3 className="font-bold">After: the tip</h3>
          <LayerFields
            layer={build.finish}
            set={(layer) => set({ finish: { ...build.finish!, ...layer } })}
          />
        </section>
      )}
    </div>
  );
}
