import type { BlockKind, Build, Makes, PourBy, Push, Stage } from '@/core/build/index.ts';
import { BLOCKS, layersOf, MAKES, POUR_BY, PUSHES } from '@/core/build/index.ts';
import { freshKey, LayerFields } from './LayerFields.tsx';

interface Props {
  build: Build;
  stage: Stage;
  first: boolean;
  last: boolean;
  set: (stage: Stage) => void;
  takeOut?: () => void;
}

/** What a barrel more or fewer asks for by way of a block. */
const blockFor = (n: number, now: BlockKind | null): BlockKind | null =>
  n < 2 ? null : now && BLOCKS[now].barrels === n ? now : n === 3 ? 'triple' : 'dual';

/** One stage of a build: what is poured, what is shot, through what, on to what. */
export function StageFields({ build, stage: s, first, last, set, takeOut }: Props) {
  const put = (part: Partial<Stage>) => set({ ...s, ...part });
  const taken = layersOf(build).map((l) => l.key);
  const earlier = build.stages
    .slice(
      0,
      build.stages.findIndex((x) => x.key === s.key),
    )
    .filter((x) => x.makes !== 'bait');
  const setLayers = (layers: Stage['layers']) =>
    put({
      layers,
      block: blockFor(layers.length, s.block),
      yoked: layers.length < 2 ? true : s.yoked,
    });
  const choose = <K extends string>(
    label: string,
    value: K,
    table: Record<K, { name: string }>,
    take: (k: K) => void,
  ) => (
    <label className="field">
      <span>{label}</span>
      <select className="box" value={value} onChange={(e) => take(e.target.value as K)}>
        {(Object.keys(table) as K[]).map((k) => (
          <option key={k} value={k}>
            {table[k].name}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <section className="border-t border-ink py-3" aria-label={`Stage ${s.name}`}>
      <div className="grid items-end gap-3 sm:grid-cols-2 lg:grid-cols-4">
        <label className="field">
          <span>Stage</span>
          <input className="box" value={s.name} onChange={(e) => put({ name: e.target.value })} />
        </label>
        {!last &&
          choose<Makes>('It makes', s.makes, MAKES, (makes) =>
            put({ makes, rods: makes === 'shell' ? s.rods : false }),
          )}
        {!first && (
          <label className="field">
            <span>In its mould lies</span>
            <select
              className="box"
              value={s.takes ?? ''}
              onChange={(e) => put({ takes: e.target.value || null })}
            >
              <option value="">nothing</option>
              {earlier.map((x) => (
                <option key={x.key} value={x.key}>
                  what came of {x.name.toLowerCase()}
                </option>
              ))}
            </select>
          </label>
        )}
        {s.layers.length > 0 && choose<Push>('Pushed', s.push, PUSHES, (push) => put({ push }))}
        {s.layers.length > 1 && (
          <label className="field">
            <span>Block</span>
            <select
              className="box"
              value={s.block ?? ''}
              onChange={(e) => put({ block: (e.target.value || null) as BlockKind | null })}
            >
              <option value="">none</option>
              {(Object.keys(BLOCKS) as BlockKind[]).map((k) => (
                <option key={k} value={k}>
                  {BLOCKS[k].name}
                </option>
              ))}
            </select>
          </label>
        )}
        {s.layers.length > 1 && (
          <label className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              className="size-5"
              checked={!s.yoked}
              onChange={(e) => put({ yoked: !e.target.checked })}
            />
            Yoke off, pulsed in turn
          </label>
        )}
        {s.makes === 'shell' && (
          <label className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              className="size-5"
              checked={s.rods}
              onChange={(e) => put({ rods: e.target.checked })}
            />
            Core rods in
          </label>
        )}
        {s.layers.length === 0 &&
          s.pours.length > 0 &&
          choose<PourBy>('It goes in', s.by, POUR_BY, (by) => put({ by }))}
      </div>
      {s.pours.map((p, i) => (
        <LayerFields
          key={p.key}
          layer={p}
          set={(l) => put({ pours: s.pours.map((x, k) => (k === i ? { ...x, ...l } : x)) })}
        >
          <label className="field w-28">
            <span>{p.grams !== null ? 'Grams each' : '% of cavity'}</span>
            <input
              className="box num"
              inputMode="decimal"
              defaultValue={p.grams ?? Math.round((p.share ?? 0) * 1000) / 10}
              onChange={(e) => {
                const v = Number(e.target.value.replace(',', '.'));
                if (v > 0)
                  put({
                    pours: s.pours.map((x, k) =>
                      k === i
                        ? p.grams !== null
                          ? { ...x, grams: v }
                          : { ...x, share: Math.min(1, v / 100) }
                        : x,
                    ),
                  });
              }}
            />
          </label>
          <button
            type="button"
            className="act"
            aria-label={`Take ${p.name} out`}
            onClick={() => put({ pours: s.pours.filter((_, k) => k !== i) })}
          >
            Take out
          </button>
        </LayerFields>
      ))}
      {s.layers.map((l, i) => (
        <LayerFields
          key={l.key}
          layer={l}
          set={(next) => put({ layers: s.layers.map((x, k) => (k === i ? next : x)) })}
        >
          <span className="hint self-center">barrel {i + 1}</span>
          <button
            type="button"
            className="act"
            aria-label={`Take ${l.name} out`}
            onClick={() => setLayers(s.layers.filter((_, k) => k !== i))}
          >
            Take out
          </button>
        </LayerFields>
      ))}
      <div className="mt-2 flex flex-wrap gap-3">
        <button
          type="button"
          className="act"
          disabled={s.layers.length >= 3}
          onClick={() =>
            setLayers([
              ...s.layers,
              {
                key: freshKey('layer', taken),
                name: 'Layer',
                place: s.layers.length === 0 ? 'whole' : 'belly',
              },
            ])
          }
        >
          Another barrel
        </button>
        <button
          type="button"
          className="act"
          disabled={s.pours.length >= 6}
          onClick={() =>
            put({
              pours: [
                ...s.pours,
                {
                  key: freshKey('spot', taken),
                  name: 'Spot',
                  place: 'spot',
                  grams: 0.15,
                  share: null,
                },
              ],
            })
          }
        >
          A dot poured first
        </button>
        <button
          type="button"
          className="act"
          disabled={s.pours.length >= 6}
          onClick={() =>
            put({
              pours: [
                ...s.pours,
                {
                  key: freshKey('pour', taken),
                  name: 'Poured layer',
                  place: s.layers.length === 0 ? 'whole' : 'skin',
                  grams: null,
                  share:
                    s.layers.length === 0
                      ? Math.max(0.05, 1 - s.pours.reduce((n, p) => n + (p.share ?? 0), 0))
                      : 0.1,
                },
              ],
            })
          }
        >
          A layer poured first
        </button>
        {takeOut && (
          <button type="button" className="act" onClick={takeOut}>
            Take the stage out
          </button>
        )}
      </div>
    </section>
  );
}
