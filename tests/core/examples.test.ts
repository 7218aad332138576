import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { fileURLToPath } from 'node:url';
import { runInNewContext } from 'node:vm';

const core = fileURLToPath(new URL('../../src/core', import.meta.url));
const EXAMPLE = /@example (.+?) → (.+)$/;

interface Example {
  file: string;
  asked: string;
  answer: string;
}
const examples: Example[] = readdirSync(core, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts'))
  .flatMap((file) =>
    readFileSync(join(core, file), 'utf8')
      .split('\n')
      .flatMap((line) => {
        const found = EXAMPLE.exec(line);
        return found ? [{ file, asked: found[1]!, answer: found[2]! }] : [];
      }),
  );

/** As many digits behind the point as the answer is written with. */
function isAlike(is: unknown, said: unknown, digits: number): boolean {
  if (typeof is === 'number' && typeof said === 'number')
    return Math.abs(is - said) <= 0.5 * 10 ** -digits + 1e-12;
  if (typeof is === 'object' && typeof said === 'object' && is && said)
    return Object.entries(said).every(([key, value]) =>
      isAlike((is as Record<string, unknown>)[key], value, digits),
    );
  return is === said;
}

test('what docstrings of core give as examples comes out as they say', async () => {
  assert.ok(examples.length > 20);
  for (const { file, asked, answer } of examples) {
    // So written that what builds the tests knows which modules it may be.
    const named = file.slice(0, -'.ts'.length);
    const module = (await import(`../../src/core/${named}.ts`)) as Record<string, unknown>;
    // The words of a docstring, asked of its own module.
    const of = (text: string): unknown => runInNewContext(`(${text})`, { ...module });
    const digits = Math.max(0, ...[...answer.matchAll(/\.(\d+)/g)].map((part) => part[1]!.length));
    const is = of(asked);
    assert.ok(isAlike(is, of(answer), digits), `${file}: ${asked} is ${JSON.stringify(is)}`);
  }
});
