import { MAX_SENTENCE_LENGTH, type SentencesDto } from '@cifra/contract';
import { checkSentence, CLEFS, type Clef, STAFF_KINDS, staffLetters, type StaffKind } from '@cifra/core';
import { TextField } from '../ui/Field';
import { sentenceFaultWords } from '../words/readingWords';

interface Props {
  readonly sentences: SentencesDto;
  readonly onChange: (sentences: SentencesDto) => void;
}

/** Whether every sentence spells its lines or spaces; empty ones are none. */
export const sentencesHold = (sentences: SentencesDto): boolean =>
  CLEFS.every((clef) =>
    STAFF_KINDS.every((kind) => {
      const text = sentences[clef]?.[kind];
      return text === undefined || checkSentence(text, clef, kind) === undefined;
    }),
  );

function withSentence(sentences: SentencesDto, clef: Clef, kind: StaffKind, text: string): SentencesDto {
  const { [clef]: before, ...others } = sentences;
  const { [kind]: _replaced, ...rest } = before ?? {};
  const changed = { ...rest, ...(text !== '' && { [kind]: text }) };
  return Object.keys(changed).length === 0 ? others : { ...others, [clef]: changed };
}

/** The teacher's own sentences for lines and spaces, checked as they are written. */
export function SentenceFields({ sentences, onChange }: Props) {
  return (
    <div className="space-y-4">
      <p className="text-[13px] text-secondary">
        Your own sentences stand on the look-first sheets. Each word begins with the letter of its line or space, from
        the bottom up.
      </p>
      {CLEFS.map((clef) => (
        <fieldset key={clef} className="grid gap-x-4 gap-y-3 sm:grid-cols-2">
          <legend className="mb-1 font-semibold">
            {clef[0]?.toUpperCase()}
            {clef.slice(1)} clef
          </legend>
          {STAFF_KINDS.map((kind) => {
            const text = sentences[clef]?.[kind] ?? '';
            const fault = text.trim() === '' ? undefined : checkSentence(text, clef, kind);
            return (
              <TextField
                key={kind}
                id={`sentence-${clef}-${kind}`}
                label={`${kind === 'lines' ? 'Lines' : 'Spaces'}: ${staffLetters(clef, kind).join(' ')}`}
                value={text}
                maxLength={MAX_SENTENCE_LENGTH}
                onChange={(e) => onChange(withSentence(sentences, clef, kind, e.target.value))}
                error={fault === undefined ? undefined : sentenceFaultWords(fault)}
              />
            );
          })}
        </fieldset>
      ))}
    </div>
  );
}
