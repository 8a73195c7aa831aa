import {
  eventAt,
  plainChordText,
  readChordSymbol,
  type Score,
  syllablesText,
  targetPlaces,
  withSyllables,
  type Written,
} from '@cifra/core';
import { useState } from 'react';
import { TextAreaField, TextField } from '../../ui/Field';
import { Ask, type FormProps } from './Ask';

export function WordsForm({ writing, onClose }: FormProps) {
  const [place] = targetPlaces(writing.edit);
  const [words, setWords] = useState(eventAt(writing.edit.score, place)?.words ?? '');
  return (
    <Ask onClose={onClose} onDo={() => void writing.run({ kind: 'words', words })} does="Write them">
      <TextField
        id="note-words"
        label="Words"
        value={words}
        onChange={(e) => setWords(e.target.value)}
        maxLength={100}
        autoFocus
        hint="Leave it empty to take the words away."
      />
    </Ask>
  );
}

export function ChordForm({ writing, onClose }: FormProps) {
  const [place] = targetPlaces(writing.edit);
  const before = eventAt(writing.edit.score, place)?.chord;
  const [text, setText] = useState(before === undefined ? '' : plainChordText(before));
  const chord = readChordSymbol(text);
  const valid = chord !== undefined || text.trim() === '';
  return (
    <Ask onClose={onClose} onDo={() => void writing.run({ kind: 'chord', chord })} does="Write it" valid={valid}>
      <TextField
        id="note-chord"
        label="Chord"
        value={text}
        onChange={(e) => setText(e.target.value)}
        maxLength={30}
        autoFocus
        error={valid ? undefined : 'This is no chord symbol. Write, for example, C, Am7, Bb or G7/B.'}
        hint="In the key of this page. Leave it empty to take the chord away."
      />
    </Ask>
  );
}

const several = (n: number, word: string): string => `${n} ${word}${n === 1 ? '' : 's'}`;

/** How the words fit the notes. */
function fitWords(score: Score<Written>, typed: string): string {
  const { left, after } = withSyllables(score, typed);
  if (left.length > 0) return `${several(left.length, 'syllable')} too many: what is left over is not kept.`;
  return after === 0 ? 'Each note has its words.' : `${several(after, 'note')} at the end without words.`;
}

/** The words of the whole line in one place: whoever types them sees how many notes they reach. */
export function SyllablesForm({ writing, onClose }: FormProps) {
  const { score } = writing.edit;
  const before = syllablesText(score);
  const [text, setText] = useState(before);
  return (
    <Ask onClose={onClose} onDo={() => void writing.run({ kind: 'syllables', text })} does="Write the words">
      <TextAreaField
        id="line-words"
        label="Words, from the first note on"
        value={text}
        onChange={(e) => setText(e.target.value)}
        maxLength={60_000}
        rows={6}
        autoFocus
        hint="A hyphen parts syllables: fall-ing. An _ holds a syllable on the next note. Notes that are tied on need none."
      />
      <p role="status" className="text-[13px] text-secondary">
        {text.trim() !== '' ? fitWords(score, text) : before !== '' && 'The words that are there are taken away.'}
      </p>
    </Ask>
  );
}
