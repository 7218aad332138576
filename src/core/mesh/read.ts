import { readDecimal } from './decimal.ts';

/** Triangles of a mesh, nine numbers each: three corners x y z, in the file's own units. */
export interface Mesh {
  corners: Float32Array;
  triangles: number;
}
/** Corners of the box a mesh lies in. */
export interface Box {
  low: [number, number, number];
  high: [number, number, number];
}
export type ReadMesh =
  | { ok: true; mesh: Mesh }
  | { ok: false; code: 'empty' | 'not-stl' | 'broken' | 'huge'; message: string };

/** More than this is no bait: a scan to be thinned first. */
const MOST_TRIANGLES = 3_000_000;

const HEADER = 80;
const FACET = 50;
const refuse = (code: 'empty' | 'not-stl' | 'broken' | 'huge', message: string): ReadMesh => ({
  ok: false,
  code,
  message,
});

/** Tells how far along a long work is, 0 to 1; answers false to have it stop. */
export type Progress = (share: number) => boolean | void;
export class Cancelled extends Error {}
const tick = (progress: Progress | undefined, share: number): void => {
  if (progress?.(share) === false) throw new Cancelled('Stopped.');
};

function readBinary(bytes: Uint8Array, count: number, progress?: Progress): ReadMesh {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const corners = new Float32Array(count * 9);
  for (let triangle = 0; triangle < count; triangle++) {
    if ((triangle & 65535) === 0) tick(progress, triangle / count);
    const at = HEADER + 4 + triangle * FACET + 12;
    for (let k = 0; k < 9; k++) {
      const value = view.getFloat32(at + 4 * k, true);
      if (!Number.isFinite(value))
        return refuse(
          'broken',
          `Facet ${triangle + 1} of that file has a corner that is no number. Nothing was taken.`,
        );
      corners[triangle * 9 + k] = value;
    }
  }
  return { ok: true, mesh: { corners, triangles: count } };
}

const VERTEX = Array.from('vertex', (letter) => letter.charCodeAt(0));
const space = (byte: number | undefined): boolean =>
  byte === 32 || byte === 9 || byte === 10 || byte === 13;
/** Bytes no text has: what tells a binary file from an ASCII one, whatever its head says. */
const noText = (byte: number): boolean => byte < 9 || (byte > 13 && byte < 32);

/** Whether “vertex” stands at this byte, in small letters or capitals, after a space. */
function vertexAt(bytes: Uint8Array, at: number): boolean {
  for (let k = 0; k < VERTEX.length; k++) if ((bytes[at + k]! | 32) !== VERTEX[k]) return false;
  return at === 0 || space(bytes[at - 1]);
}

/**
 * Numbers of the `vertex` lines, read straight from the bytes: a text of a hundred megabytes is
 * never made a string.
 */
function readAscii(bytes: Uint8Array, progress?: Progress): ReadMesh {
  let corners = new Float32Array(9 * 4096);
  let found = 0;
  let at = 0;
  while (at < bytes.length) {
    if ((at & 0xfffff) < 64) tick(progress, at / bytes.length);
    if (!vertexAt(bytes, at)) {
      at += 1;
      continue;
    }
    at += VERTEX.length;
    if (found + 3 > corners.length) {
      const longer = new Float32Array(corners.length * 2);
      longer.set(corners);
      corners = longer;
    }
    for (let k = 0; k < 3; k++) {
      while (at < bytes.length && space(bytes[at])) at++;
      const from = at;
      while (at < bytes.length && !space(bytes[at])) at++;
      const value = Math.fround(readDecimal(bytes, from, at));
      if (!Number.isFinite(value))
        return refuse(
          'broken',
          `Corner ${found / 3 + 1} of that file is not three numbers. Nothing was taken.`,
        );
      corners[found++] = value;
    }
    if (found / 9 > MOST_TRIANGLES)
      return refuse(
        'huge',
        `That mesh has over ${MOST_TRIANGLES.toLocaleString('en')} triangles. Thin it out ` +
          'first; a bait needs far fewer.',
      );
  }
  if (found === 0)
    return refuse(
      'not-stl',
      'That is no STL file: it has no facets in it. An STL is saved from the program the bait was drawn in.',
    );
  if (found % 9 !== 0)
    return refuse('broken', 'That file ends in the middle of a facet. Nothing was taken.');
  return { ok: true, mesh: { corners: corners.slice(0, found), triangles: found / 9 } };
}

/**
 * A binary file's facets, or what is wrong with it. Fewer bytes than a facet after the last are
 * some programs' own.
 */
function readSized(bytes: Uint8Array, count: number, progress?: Progress): ReadMesh {
  const room = (bytes.length - HEADER - 4) / FACET;
  const said = count.toLocaleString('en');
  if (count === 0 && room < 1)
    return refuse('empty', 'That mesh has no facets in it. Nothing was taken.');
  if (count > MOST_TRIANGLES && count <= room)
    return refuse(
      'huge',
      `That mesh has ${said} triangles. Thin it out first; a bait needs far fewer.`,
    );
  if (count > room)
    return refuse(
      'broken',
      `That file says it has ${said} facets, but ends after ` +
        `${Math.floor(room).toLocaleString('en')}. Nothing was taken.`,
    );
  if (room - count >= 1)
    return refuse(
      'broken',
      `That file says it has ${said} facets, but goes on after them. Nothing was taken.`,
    );
  return readBinary(bytes, count, progress);
}

/**
 * Reads an STL, binary or ASCII. Many binary files begin with the word “solid” too, so what decides
 * is the size, 84 bytes and 50 a facet, or bytes that no text has.
 * @param bytes the whole file
 */
export function readStl(bytes: Uint8Array, progress?: Progress): ReadMesh {
  if (bytes.length === 0) return refuse('empty', 'That file is empty. Nothing was taken.');
  if (bytes.length >= HEADER + 4) {
    const count = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength).getUint32(
      HEADER,
      true,
    );
    const exact = HEADER + 4 + count * FACET === bytes.length;
    const text = !bytes.subarray(0, 1024).some(noText);
    if (exact || (!text && count <= MOST_TRIANGLES)) return readSized(bytes, count, progress);
    const head = String.fromCharCode(...bytes.subarray(0, 16))
      .replace(/^\u00ef\u00bb\u00bf/, '')
      .trim()
      .toLowerCase();
    if (!head.startsWith('solid'))
      return refuse(
        'not-stl',
        'That is no STL file. An STL is saved from the program the bait was drawn in.',
      );
  }
  return readAscii(bytes, progress);
}
