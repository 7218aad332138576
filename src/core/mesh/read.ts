/** Triangles of a mesh, nine numbers each: three corners x y z, in the file's own units. */
export interface Mesh {
  corners: Float32Array;
  triangles: number;
}
export type ReadMesh = { ok: true; mesh: Mesh } | { ok: false; code: 'empty' | 'not-stl' | 'broken' | 'huge'; message: string };

/** More than this is no bait: a scan to be thinned first. */
export const MOST_TRIANGLES = 3_000_000;

const HEADER = 80;
const FACET = 50;
const refuse = (code: 'empty' | 'not-stl' | 'broken' | 'huge', message: string): ReadMesh => ({ ok: false, code, message });

/** Tells how far along a long work is, 0 to 1; answers false to have it stop. */
export type Progress = (share: number) => boolean | void;
export class Cancelled extends Error {}
const tick = (progress: Progress | undefined, share: number): void => {
  if (progress?.(share) === false) throw new Cancelled('Stopped.');
};

function readBinary(bytes: Uint8Array, count: number, progress?: Progress): ReadMesh {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const corners = new Float32Array(count * 9);
  for (let t = 0; t < count; t++) {
    if ((t & 65535) === 0) tick(progress, t / count);
    const at = HEADER + 4 + t * FACET + 12;
    for (let k = 0; k < 9; k++) {
      const v = view.getFloat32(at + 4 * k, true);
      if (!Number.isFinite(v)) return refuse('broken', `Facet ${t + 1} of that file has a corner that is no number. Nothing was taken.`);
      corners[t * 9 + k] = v;
    }
  }
  return { ok: true, mesh: { corners, triangles: count } };
}

/** Numbers of the `vertex` lines, read straight from the bytes: a text of a hundred megabytes is never made a string. */
function readAscii(bytes: Uint8Array, progress?: Progress): ReadMesh {
  const [V, E] = [118, 101];
  const found: number[] = [];
  const space = (b: number) => b === 32 || b === 9 || b === 10 || b === 13;
  let i = 0;
  while (i < bytes.length) {
    if ((i & 0xfffff) < 64) tick(progress, i / bytes.length);
    // "vertex" after a space
    if (bytes[i] === V && bytes[i + 1] === E && bytes[i + 2] === 114 && bytes[i + 3] === 116 && bytes[i + 4] === 101 && bytes[i + 5] === 120 && (i === 0 || space(bytes[i - 1]!))) {
      i += 6;
      for (let k = 0; k < 3; k++) {
        while (i < bytes.length && space(bytes[i]!)) i++;
        const from = i;
        while (i < bytes.length && !space(bytes[i]!)) i++;
        const v = from === i ? NaN : Number(String.fromCharCode(...bytes.subarray(from, Math.min(i, from + 40))));
        if (!Number.isFinite(v)) return refuse('broken', `Corner ${found.length / 3 + 1} of that file is not three numbers. Nothing was taken.`);
        found.push(v);
      }
      if (found.length / 9 > MOST_TRIANGLES) return refuse('huge', `That mesh has over ${MOST_TRIANGLES.toLocaleString('en')} triangles. Thin it out first; a bait needs far fewer.`);
    } else i++;
  }
  if (found.length === 0) return refuse('not-stl', 'That is no STL file: it has no facets in it. An STL is saved from the program the bait was drawn in.');
  if (found.length % 9 !== 0) return refuse('broken', 'That file ends in the middle of a facet. Nothing was taken.');
  return { ok: true, mesh: { corners: Float32Array.from(found), triangles: found.length / 9 } };
}

/**
 * Reads an STL, binary or ASCII. Many binary files begin with the word “solid” too, so the size decides:
 * 84 bytes and 50 a facet.
 * @param bytes the whole file
 */
export function readStl(bytes: Uint8Array, progress?: Progress): ReadMesh {
  if (bytes.length === 0) return refuse('empty', 'That file is empty. Nothing was taken.');
  if (bytes.length >= HEADER + 4) {
    const count = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength).getUint32(HEADER, true);
    const sized = HEADER + 4 + count * FACET;
    if (sized === bytes.length) {
      if (count === 0) return refuse('empty', 'That mesh has no facets in it. Nothing was taken.');
      if (count > MOST_TRIANGLES) return refuse('huge', `That mesh has ${count.toLocaleString('en')} triangles. Thin it out first; a bait needs far fewer.`);
      return readBinary(bytes, count, progress);
    }
    const head = String.fromCharCode(...bytes.subarray(0, 6)).trim().toLowerCase();
    if (!head.startsWith('solid') && count > 0 && sized > bytes.length && bytes.length > HEADER + 4 + FACET && count < MOST_TRIANGLES) return refuse('broken', `That file says it has ${count.toLocaleString('en')} facets, but ends after ${Math.floor((bytes.length - HEADER - 4) / FACET).toLocaleString('en')}. Nothing was taken.`);
    if (!head.startsWith('solid')) return refuse('not-stl', 'That is no STL file. An STL is saved from the program the bait was drawn in.');
  }
  return readAscii(bytes, progress);
}
