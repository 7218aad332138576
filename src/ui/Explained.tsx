import { useId } from 'react';
import { explained } from '@/core/learner/explained.ts';
import { GLOSSARY } from '@/core/learner/glossary.ts';

/** A text in which a word of the trade says what it is when it is touched. */
export function Explained({ text }: { text: string }) {
  const id = useId();
  return explained(text).map(({ text: part, word }, at) =>
    word === null ? (
      part
    ) : (
      <span key={word}>
        <button type="button" className="term" popoverTarget={`${id}${at}`}>
          {part}
        </button>
        <span id={`${id}${at}`} popover="auto" className="term-says">
          <b>{GLOSSARY[word].word}</b>: {GLOSSARY[word].says}{' '}
          <a href={`/words#${word}`} target="_blank" rel="noreferrer">
            All words
          </a>
        </span>
      </span>
    ),
  );
}
