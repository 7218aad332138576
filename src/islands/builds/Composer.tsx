import { useState } from 'react';
import type { Build } from '@/core/build/index.ts';
import { BUILDS, checkBuild, layersOf, MAKES } from '@/core/build/index.ts';
import type { OutlineKey } from '@/core/mould/outline.ts';
import { OUTLINES } from '@/core/mould/outline.ts';
import { useSave } from '@/ui/useSave.tsx';
import { BaitViews, Section } from '@/ui/BaitViews.tsx';
import { dress } from '@/ui/dress.ts';
import { sampleColour, StageStrip } from '@/ui/StageStrip.tsx';
import { Verdict } from '@/ui/Verdict.tsx';
import { freshKey, LayerFields } from './LayerFields.tsx';
import { StageFields } from './StageFields.tsx';
import { TryIt } from './TryIt.tsx';

/** Composes a build: the bait from every side, its stages left to right, and at once what does not fit. */
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
  const [b, setB] = useState<Build>(start);
  const [outline, setOutline] = useState<OutlineKey>('sprat');
  const [cut, setCut] = useState(0.35);
  const [wrong, setWrong] = useState<{ message: string; field?: string } | null>(null);
  const misfits = checkBuild(b);
  const colourOf = sampleColour(b);
  const drawn = dress(b, (l) => colourOf(l.key));
  const set = (part: Partial<Build>) => setB({ ...b, ...part });
  const setStage = (i: number, stage: Build['stages'][number]) =>
    set({ stages: b.stages.map((s, k) => (k === i ? stage : s)) });
  const addStage = (makes: 'tail' | 'shell') => {
    const from = (makes === 'tail' ? BUILDS.tailFirst : BUILDS.core)
      .stages[0] as Build['stages'][number];
    const key = freshKey(
      makes,
      b.stages.map((s) => s.key),
    );
    const layers = from.layers.map((l) => ({
      ...l,
      key: freshKey(
        l.key,
        layersOf(b).map((x) => x.key),
      ),
    }));
    set({
      stages: [
        { ...from, key, layers },
        ...b.stages.map((s, i) =>
          i === b.stages.length - 1 && s.takes === null ? { ...s, takes: key } : s,
        ),
      ],
    });
  };
  const { save, asking } = useSave(version);
  const keep = async () => {
    const reply = await save<{ id: number }>(
      id ? 'PUT' : 'POST',
      `/api/catalogue/builds${id ? `/${id}` : ''}`,
      b,
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
            value={b.name}
            onChange={(e) => set({ name: e.target.value })}
            aria-invalid={wrong?.field === 'name' ? true : undefined}
          />
        </label>
        <button
          type="button"
          className="act act-main"
          disabled={misfits.length > 0}
          onClick={() => void keep()}
        >
          {copied ? 'Keep as a build of our own' : 'Keep this build'}
        </button>
      </div>
      <label className="mt-1 block">
        <span className="sr-only">What it is</span>
        <input
          className="w-full bg-transparent text-soft"
          placeholder="What it is, in a few words"
          value={b.what}
          onChange={(e) => set({ what: e.target.value })}
        />
      </label>
      {copied && (
        <p className="hint mt-1">
          The trade’s own build stays as it is; what you change here is kept beside it, under a name
          of its own.
        </p>
      )}
      {asking}
      {wrong && (
        <p className="wrong mt-2" role="alert">
          {wrong.message}
        </p>
      )}

      <div className="mt-4 grid gap-8 lg:grid-cols-[minmax(0,1fr)_300px]">
        <div className="min-w-0">
          <BaitViews
            outline={outline}
            layers={drawn}
            cut={cut}
            label={`${b.name || 'The build'} from the side and from above`}
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
              onChange={(e) => setCut(Number(e.target.value))}
              className="h-11 w-full"
            />
          </label>
          <label className="field">
            <span>Shown on</span>
            <select
              className="box"
              value={outline}
              onChange={(e) => setOutline(e.target.value as OutlineKey)}
            >
              {(Object.keys(OUTLINES) as OutlineKey[]).map((o) => (
                <option key={o} value={o}>
                  {OUTLINES[o].name}
                </option>
              ))}
            </select>
          </label>
          <ul className="mt-3">
            {layersOf(b).map((l) => (
              <li key={l.key} className="flex items-center gap-2 py-1">
                <span
                  className="h-5 w-5 border border-ink"
                  style={{ background: colourOf(l.key) }}
                />
                {l.name}
              </li>
            ))}
          </ul>
        </div>
      </div>

      <h2 className="mt-6">Stage by stage</h2>
      <div className="mt-2">
        <StageStrip build={b} outline={outline} colourOf={colourOf} />
      </div>
      <ul className="mt-3" aria-label="What does not fit">
        {misfits.length === 0 ? (
          <li>
            <Verdict verdict="good">It can be shot.</Verdict>
          </li>
        ) : (
          misfits.map((m) => (
            <li key={m.sentence} data-misfit={m.code}>
              <Verdict verdict="stop">{m.sentence}</Verdict>
            </li>
          ))
        )}
      </ul>

      {misfits.length === 0 && <TryIt build={b} />}
      <div className="mb-4 mt-4 flex flex-wrap gap-3">
        <button
          type="button"
          className="act"
          disabled={b.stages.length >= 4}
          onClick={() => addStage('tail')}
        >
          A stage before: {MAKES.tail.many}
        </button>
        <button
          type="button"
          className="act"
          disabled={b.stages.length >= 4}
          onClick={() => addStage('shell')}
        >
          A stage before: {MAKES.shell.many}
        </button>
        <button
          type="button"
          className="act"
          onClick={() =>
            set({
              finish: b.finish
                ? null
                : {
                    key: freshKey(
                      'tip',
                      layersOf(b).map((l) => l.key),
                    ),
                    name: 'Tip',
                    place: 'tip',
                    grams: 0.2,
                  },
            })
          }
        >
          {b.finish ? 'Leave the dipped tip out' : 'A tip dipped after'}
        </button>
      </div>
      {b.stages.map((s, i) => (
        <StageFields
          key={i}
          build={b}
          stage={s}
          first={i === 0}
          last={i === b.stages.length - 1}
          set={(next) => setStage(i, next)}
          takeOut={
            b.stages.length > 1
              ? () =>
                  set({
                    stages: b.stages
                      .filter((_, k) => k !== i)
                      .map((x) => (x.takes === s.key ? { ...x, takes: null } : x)),
                  })
              : undefined
          }
        />
      ))}
      {b.finish && (
        <section className="border-t border-ink py-3">
          <h3 className="font-bold">After: the tip</h3>
          <LayerFields layer={b.finish} set={(l) => set({ finish: { ...b.finish!, ...l } })} />
        </section>
      )}
    </div>
  );
}
