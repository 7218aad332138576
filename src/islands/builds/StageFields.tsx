import { Choice } from '@/ui/Choice.tsx';
import type { BlockKind, Build, Stage } from '@/core/build/index.ts';
import {
  anotherBarrel,
  BLOCKS,
  insertOf,
  MAKES,
  MOST_PARTS,
  POUR_BY,
  pouredFirst,
  PUSHES,
  withLayers,
} from '@/core/build/index.ts';
import { LayerFields } from './LayerFields.tsx';

interface Props {
  build: Build;
  stage: Stage;
  first: boolean;
  last: boolean;
  set: (stage: Stage) => void;
  takeOut?: () => void;
}

const NO_RODS = { rods: false, closes: false };

/** One stage of a build: what is poured, what is shot, through what, on to what. */
export function StageFields({ build, stage, first, last, set, takeOut }: Props) {
  const put = (part: Partial<Stage>) => set({ ...stage, ...part });
  const earlier = build.stages
    .slice(
      0,
      build.stages.findIndex((other) => other.key === stage.key),
    )
    .filter((stage) => stage.makes !== 'bait');
  return (
    <section className="border-t border-ink py-3" aria-label={`Stage ${stage.name}`}>
      <div className="grid items-end gap-3 sm:grid-cols-2 lg:grid-cols-4">
        <label className="field">
          <span>Stage</span>
          <input
            className="box"
            value={stage.name}
            onChange={(change) => put({ name: change.target.value })}
          />
        </label>
        {!last && (
          <Choice
            label="It makes"
            value={stage.makes}
            of={MAKES}
            onChange={(makes) => put({ makes, ...(insertOf(makes)?.hollow ? {} : NO_RODS) })}
          />
        )}
        {!first && (
          <label className="field">
            <span>In its mould lies</span>
            <select
              className="box"
              value={stage.takes ?? ''}
              onChange={(change) => put({ takes: change.target.value || null })}
            >
              <option value="">nothing</option>
              {earlier.map((stage) => (
                <option key={stage.key} value={stage.key}>
                  what came of {stage.name.toLowerCase()}
                </option>
              ))}
            </select>
          </label>
        )}
        {stage.layers.length > 0 && (
          <Choice
            label="Pushed"
            value={stage.push}
            of={PUSHES}
            onChange={(push) => put({ push })}
          />
        )}
        {stage.layers.length > 1 && (
          <label className="field">
            <span>Block</span>
            <select
              className="box"
              value={stage.block ?? ''}
              onChange={(change) =>
                put({ block: (change.target.value || null) as BlockKind | null })
              }
            >
              <option value="">none</option>
              {(Object.keys(BLOCKS) as BlockKind[]).map((block) => (
                <option key={block} value={block}>
                  {BLOCKS[block].name}
                </option>
              ))}
            </select>
          </label>
        )}
        {stage.layers.length > 1 && (
          <label className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              className="size-5"
              checked={!stage.yoked}
              onChange={(change) => put({ yoked: !change.target.checked })}
            />
            Yoke off, pulsed in turn
          </label>
        )}
        {insertOf(stage.makes)?.hollow && (
          <label className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              className="size-5"
              checked={stage.rods}
              onChange={(change) =>
                put({ rods: change.target.checked, closes: change.target.checked && stage.closes })
              }
            />
            Core rods in
          </label>
        )}
        {stage.rods && (
          <label className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              className="size-5"
              checked={stage.closes}
              onChange={(change) => put({ closes: change.target.checked })}
            />
            Rods close the tail off
          </label>
        )}
        {stage.layers.length === 0 && stage.pours.length > 0 && (
          <Choice label="It goes in" value={stage.by} of={POUR_BY} onChange={(by) => put({ by })} />
        )}
      </div>
      {stage.pours.map((pour, i) => (
        <LayerFields
          key={pour.key}
          layer={pour}
          set={(layer) =>
            put({ pours: stage.pours.map((pour, k) => (k === i ? { ...pour, ...layer } : pour)) })
          }
        >
          <label className="field w-28">
            <span>{pour.grams !== null ? 'Grams each' : '% of cavity'}</span>
            <input
              className="box num"
              inputMode="decimal"
              defaultValue={pour.grams ?? Math.round((pour.share ?? 0) * 1000) / 10}
              onChange={(change) => {
                const value = Number(change.target.value.replace(',', '.'));
                if (value > 0)
                  put({
                    pours: stage.pours.map((other, k) =>
                      k === i
                        ? pour.grams !== null
                          ? { ...other, grams: value }
                          : { ...other, share: Math.min(1, value / 100) }
                        : other,
                    ),
                  });
              }}
            />
          </label>
          <button
            type="button"
            className="act"
            aria-label={`Take out ${pour.name}`}
            onClick={() => put({ pours: stage.pours.filter((_, k) => k !== i) })}
          >
            Take out
          </button>
        </LayerFields>
      ))}
      {stage.layers.map((layer, i) => (
        <LayerFields
          key={layer.key}
          layer={layer}
          set={(next) => put({ layers: stage.layers.map((layer, k) => (k === i ? next : layer)) })}
        >
          <span className="hint self-center">barrel {i + 1}</span>
          <button
            type="button"
            className="act"
            aria-label={`Take out ${layer.name}`}
            onClick={() =>
              set(
                withLayers(
                  stage,
                  stage.layers.filter((_, k) => k !== i),
                ),
              )
            }
          >
            Take out
          </button>
        </LayerFields>
      ))}
      <div className="mt-2 flex flex-wrap gap-3">
        <button
          type="button"
          className="act"
          disabled={stage.layers.length >= MOST_PARTS.barrels}
          onClick={() => set(anotherBarrel(build, stage))}
        >
          Another barrel
        </button>
        {(['spot', 'layer'] as const).map((what) => (
          <button
            key={what}
            type="button"
            className="act"
            disabled={stage.pours.length >= MOST_PARTS.pours}
            onClick={() => set(pouredFirst(build, stage, what))}
          >
            {what === 'spot' ? 'A dot poured first' : 'A layer poured first'}
          </button>
        ))}
        {takeOut && (
          <button type="button" className="act" onClick={takeOut}>
            Delete the stage
          </button>
        )}
      </div>
    </section>
  );
}
