import type { Progress } from './read.ts';
import { readStl } from './read.ts';
import type { Shape } from './section.ts';
import { shapeOf } from './section.ts';
import type { Closed } from './solid.ts';
import { solidOf } from './solid.ts';

/** Units an STL may be in; the file does not say. mm in one. */
export const MESH_UNITS = {
  mm: { name: 'millimetres', mm: 1 },
  cm: { name: 'centimetres', mm: 10 },
  in: { name: 'inches', mm: 25.4 },
  m: { name: 'metres', mm: 1000 },
} as const;
export type MeshUnit = keyof typeof MESH_UNITS;

/** A mesh measured in its own units; {@link inMm} brings it to the shop's. */
export interface Measured extends Shape {
  triangles: number;
  volume: number;
  closed: Closed;
  watertight: boolean;
}
export type MeasuredMesh =
  { ok: true; measured: Measured } | { ok: false; code: string; message: string };

/** Reads and measures an STL: volume, soundness, largest section, side outline. */
export function measureStl(bytes: Uint8Array, progress?: Progress): MeasuredMesh {
  const read = readStl(bytes, progress && ((x) => progress(x * 0.3)));
  if (!read.ok) return read;
  const solid = solidOf(read.mesh, progress && ((x) => progress(0.3 + x * 0.6)));
  if (solid.volume <= 0 || !Number.isFinite(solid.volume))
    return {
      ok: false,
      code: 'flat',
      message:
        'That mesh encloses no volume: it is flat, or its sides cancel out. Nothing was taken.',
    };
  return {
    ok: true,
    measured: {
      triangles: read.mesh.triangles,
      volume: solid.volume,
      closed: solid.closed,
      watertight: solid.watertight,
      ...shapeOf(read.mesh, solid),
    },
  };
}

/** mL, mm and mm of a measured mesh, once its unit is known. */
export const inMm = (
  other: Pick<Measured, 'volume' | 'length' | 'section'>,
  unit: MeshUnit,
): { volume: number; length: number; section: number } => {
  const mm = MESH_UNITS[unit].mm;
  return {
    volume: (other.volume * mm ** 3) / 1000,
    length: other.length * mm,
    section: other.section * mm,
  };
};

/** What is wrong with a mesh, and what was made of it, a sentence each. Empty = it is sound. */
export function meshRemarks({
  closed,
  triangles,
}: Pick<Measured, 'closed' | 'triangles'>): { weight: 'watch' | 'stop'; sentence: string }[] {
  const out: { weight: 'watch' | 'stop'; sentence: string }[] = [];
  if (closed.repeated > 0)
    out.push({
      weight: 'watch',
      sentence:
        (closed.repeated * 2 >= triangles
          ? 'Every facet stands'
          : `${closed.repeated.toLocaleString('en')} facets stand`) +
        ' there twice; the volume is counted once.',
    });
  if (closed.overlap > 0)
    out.push({
      weight: 'watch',
      sentence:
        `It is ${closed.bodies.toLocaleString('en')} bodies that lie in each other; what they ` +
        'share is counted once.',
    });
  if (closed.mirrored)
    out.push({
      weight: 'watch',
      sentence:
        'It is inside out, as a mirrored mesh is; the volume is the same, but a left bait may ' +
        'have become a right one.',
    });
  if (closed.open > 0)
    out.push({
      weight: 'stop',
      sentence:
        `It is not watertight: ${closed.open.toLocaleString('en')} of its edges border a ` +
        'hole. The volume is only near.',
    });
  if (closed.crowded > 0)
    out.push({
      weight: 'stop',
      sentence:
        `Bodies touch or lie in each other along ${closed.crowded.toLocaleString('en')} ` +
        'edges; the volume may count a part twice.',
    });
  if (closed.turned > 0)
    out.push({
      weight: 'stop',
      sentence:
        `Facets are turned the wrong way along ${closed.turned.toLocaleString('en')} edges; ` +
        'the volume may be short.',
    });
  if (triangles < 50)
    out.push({
      weight: 'watch',
      sentence: `It has only ${triangles} triangles: round parts are cut flat.`,
    });
  return out;
}
