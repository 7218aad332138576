// Runs the test files it is handed, one after the other, in this one process: what they share is read
// and compiled once.
import assert from 'node:assert/strict';
import { basename } from 'node:path';
import { test } from 'node:test';
import { pathToFileURL } from 'node:url';

/** ms the clock may be off by what it was begun at. */
const CLOCK_OFF = 60_000;

async function tried(file: string): Promise<void> {
  await import(pathToFileURL(file).href);
  // Tests of one process run in turn, so this is the last of its file.
  await test(`${basename(file)} leaves the clock going`, () => {
    const since = performance.timeOrigin + performance.now();
    assert.ok(Math.abs(Date.now() - since) < CLOCK_OFF);
  });
  process.send!('next');
}
process.on('message', (file: string) => {
  tried(file).catch((error: unknown) => {
    // A file that cannot be read has no test that could tell it.
    console.error(`${file}:`, error);
    process.exit(1);
  });
});
process.send!('next');
