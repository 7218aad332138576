import assert from 'node:assert/strict';
import { test } from 'node:test';
import { explained, GLOSSARY, TOLD } from '@/core/learner/index.ts';

const wordsOf = (text: string) => explained(text).flatMap(({ word }) => word ?? []);

test('a text parted at its words of the trade is the same text, each word marked once', () => {
  const texts = [...Object.values(TOLD), ...Object.values(GLOSSARY)].flatMap((told) =>
    'look' in told ? [told.look, told.wrong ?? ''] : [told.says],
  );
  assert.ok(texts.length > 60);
  for (const text of texts) {
    const parts = explained(text);
    assert.equal(parts.map((part) => part.text).join(''), text);
    const words = wordsOf(text);
    assert.equal(new Set(words).size, words.length, text);
  }
});

test('the trade’s words alone are marked: whole, in any form, not those of plain speech', () => {
  assert.deepEqual(wordsOf('Trial shots are no shot. Cavities fill through gates.'), [
    'trial',
    'shot',
    'cavity',
    'gate',
  ]);
  assert.deepEqual(wordsOf('TOP up, on top of it'), ['top']);
  assert.deepEqual(wordsOf('A short while, for a second; shorter bursts heat it.'), []);
  assert.deepEqual(wordsOf('Topped off, held, matched, fused'), [
    'topOff',
    'hold',
    'match',
    'fusion',
  ]);
});
