import { signatureWords } from '@cifra/contract/words';
import {
  checkPlaced,
  type Clef,
  SIGNATURE_KINDS,
  type SignatureKind,
  signaturePlaces,
  signatureQuestion,
  type SignatureQuestion,
  STEPS,
  type Step,
  type TypedSign,
} from '@cifra/core';
import { useMemo, useState } from 'react';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { AGAIN_WORDS, ALTER_WORDS, diagnosisWords, SIGNATURE_KIND_WORDS } from '../words/drillWords';
import type { DrillGiven } from './drill';
import { ChoiceRow, DrillFrame, type Feedback } from './DrillFrame';
import { SignatureDrawing, SignatureStaff } from './SignatureStaff';
import { notesAlone, Snippet } from './Snippet';
import { useQuestion } from './useQuestion';
import { useRound } from './useRound';
import { useChance } from './useChance';
import { useStateFor } from '../ui/useStateFor';

const MOST_SIGNS = 5;
const ALTERS = [-1, 0, 1] as const;
const MIXED = 'mixed';
const NO_LETTERS: readonly Step[] = [];
const NO_SIGNS: readonly TypedSign[] = [];

/** Everything about signatures: letters, order and place, what is well formed, and how long a sign holds. */
export function SignaturesDrill({ instrument, seconds, onAnswer }: DrillGiven) {
  const clef: Clef = instrument.clefs[0];
  const [kind, setKind] = useState<SignatureKind | typeof MIXED>(MIXED);
  const chance = useChance();
  const { round, start, count } = useRound(seconds);
  const make = useMemo(
    () => (): SignatureQuestion =>
      signatureQuestion(kind === MIXED ? chance.of(SIGNATURE_KINDS) : kind, clef, MOST_SIGNS, chance),
    [kind, clef, chance],
  );
  const { question, next } = useQuestion(make, round.number);
  const [letters, setLetters] = useStateFor<readonly Step[]>(question, NO_LETTERS);
  const [placed, setPlaced] = useStateFor<readonly TypedSign[]>(question, NO_SIGNS);
  const [given, setGiven] = useStateFor<number | undefined>(question, undefined);
  const [feedback, setFeedback] = useStateFor<Feedback | undefined>(question, undefined);
  const settle = (right: boolean, words: string) => {
    count(right);
    onAnswer(right);
    setFeedback({ right, words });
  };
  const settings = (
    <SelectField
      id="signature-kind"
      label="Ask"
      className="w-56"
      value={kind}
      onChange={(e) => setKind(e.target.value as SignatureKind)}
    >
      <option value={MIXED}>a bit of everything</option>
      {SIGNATURE_KINDS.map((k) => (
        <option key={k} value={k}>
          {SIGNATURE_KIND_WORDS[k]}
        </option>
      ))}
    </SelectField>
  );
  const asked = (): string => {
    switch (question.kind) {
      case 'letters':
        return 'Which letters does this signature change? Choose them all.';
      case 'place':
        return `Set ${signatureWords(question.fifths)} on the staff, in order.`;
      case 'formed':
        return 'Which of the two is well formed?';
      case 'from-notes':
        return 'Which signature would spare these signs?';
      case 'holds':
        return 'The marked note: sharp, flat or natural?';
    }
  };
  return (
    <DrillFrame
      title="Signatures"
      round={round}
      feedback={feedback}
      onNext={next}
      onAgain={start}
      settings={settings}
      question={asked()}
    >
      {question.kind === 'letters' && (
        <>
          <div className="mx-auto w-full max-w-sm">
            <SignatureDrawing
              clef={clef}
              signs={signaturePlaces(question.fifths, clef)}
              label={`${clef} clef, ${signatureWords(question.fifths)}`}
            />
          </div>
          <div className="flex flex-wrap justify-center gap-2" role="group" aria-label="Letters">
            {STEPS.map((s) => (
              <button
                key={s}
                type="button"
                aria-pressed={letters.includes(s)}
                disabled={feedback !== undefined}
                onClick={() => setLetters(letters.includes(s) ? letters.filter((l) => l !== s) : [...letters, s])}
                className="size-12 rounded-md border border-[#8a97ab] bg-white text-[17px] aria-pressed:border-accent aria-pressed:bg-accent-soft aria-pressed:font-semibold aria-pressed:text-accent"
              >
                {s}
              </button>
            ))}
            {feedback === undefined && (
              <Button
                kind="primary"
                className="h-12"
                disabled={letters.length === 0}
                onClick={() => {
                  const right =
                    letters.length === question.answer.length && question.answer.every((l) => letters.includes(l));
                  settle(right, right ? `Right: ${question.answer.join(' ')}.` : `It is ${question.answer.join(' ')}.`);
                }}
              >
                Check
              </Button>
            )}
          </div>
        </>
      )}
      {question.kind === 'place' && (
        <>
          <SignatureStaff
            clef={clef}
            signs={feedback !== undefined && !feedback.right ? signaturePlaces(question.fifths, clef) : placed}
            done={feedback !== undefined}
            onSigns={setPlaced}
          />
          {feedback === undefined && (
            <div className="flex justify-center">
              <Button
                kind="primary"
                className="h-12"
                disabled={placed.length === 0}
                onClick={() => {
                  const wrong = checkPlaced(question.fifths, clef, placed);
                  settle(
                    wrong === undefined,
                    wrong === undefined ? 'Right, in order and in place.' : `Not yet: ${diagnosisWords(wrong)}.`,
                  );
                }}
              >
                Check
              </Button>
            </div>
          )}
        </>
      )}
      {question.kind === 'formed' && (
        <div className="grid grid-cols-2 gap-4 max-md:grid-cols-1">
          {question.choices.map((signs, i) => (
            <button
              key={i}
              type="button"
              disabled={feedback !== undefined}
              onClick={() => {
                setGiven(i);
                settle(
                  i === question.right,
                  i === question.right ? 'Right.' : `No: ${diagnosisWords(question.fault)}.`,
                );
              }}
              className={`rounded-md border p-2 ${feedback === undefined ? 'border-[#8a97ab] hover:bg-accent-soft' : i === question.right ? 'border-accent bg-accent-soft' : i === given ? 'border-warning' : 'border-line'}`}
            >
              <SignatureDrawing clef={clef} signs={signs} label={`signature ${i + 1}`} />
              <span className="text-[13px] text-secondary">{i === 0 ? 'the first' : 'the second'}</span>
            </button>
          ))}
        </div>
      )}
      {question.kind === 'from-notes' && (
        <>
          <Snippet score={notesAlone(clef, question.notes)} label="some notes with their signs" />
          <ChoiceRow
            choices={question.choices}
            right={question.right}
            given={given}
            show={signatureWords}
            label={signatureWords}
            onChoose={(i) => {
              setGiven(i);
              settle(
                i === question.right,
                i === question.right ? 'Right.' : `It is ${signatureWords(question.choices[question.right] ?? 0)}.`,
              );
            }}
          />
        </>
      )}
      {question.kind === 'holds' && (
        <>
          <Snippet
            score={question.score}
            hideMeter={false}
            asked={question.asked}
            label="a bar or two; one note is marked"
          />
          <p className="text-center text-secondary">
            {question.where === 'next-bar' ? 'the first note after the bar line' : 'the third note'}
          </p>
          <ChoiceRow
            choices={ALTERS}
            right={ALTERS.indexOf(question.answer)}
            given={given}
            show={(a) => ALTER_WORDS[a]}
            label={(a) => ALTER_WORDS[a] ?? ''}
            onChoose={(i) => {
              setGiven(i);
              const right = ALTERS[i] === question.answer;
              settle(
                right,
                `${right ? 'Right' : `It is ${ALTER_WORDS[question.answer] ?? ''}`}. ${AGAIN_WORDS[question.where]}`,
              );
            }}
          />
        </>
      )}
    </DrillFrame>
  );
}
