import {
  type CatalogueId,
  type Clef,
  CLEFS,
  DEFAULT_CONVENTIONS,
  finger,
  instrumentOf,
  type InstrumentId,
  INSTRUMENTS,
  invert,
  MAX_OWN_NAME,
  midi,
  type OwnInstrument,
  ownId,
  ownProblem,
  parsePitch,
  type Pitch,
  pitchText,
  SECTIONS,
  spellSounding,
  transpose,
  widestRange,
  type Written,
} from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { instrumentWord } from '@cifra/contract/words';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { CheckField } from '../../ui/CheckField';
import { SelectField, TextField } from '../../ui/Field';
import { octaveName } from '../../words/noteLabel';
import { OWN_PROBLEM_WORDS, soundsWords } from '../../words/ownInstrumentWords';
import { SECTION_WORDS } from '../../words/sectionWords';
import { figureWords } from '../../words/spoken';

const MIDDLE_C = parsePitch<Written>('C4');
/** Names are given on the flat side, as beginners' instruments are built. */
const FLAT_SIDE = -2;
const notes = <P extends Pitch>(low: number, high: number): P[] =>
  Array.from({ length: high - low + 1 }, (_, i) => spellSounding<P>(low + i, FLAT_SIDE));

/** The description that a choice of another instrument begins with: in all that one, but for its name. */
function begin(like: CatalogueId, name: string, fingeredAs: Written = MIDDLE_C): OwnInstrument {
  const known = instrumentOf(like);
  return {
    name,
    like,
    sounds: transpose(MIDDLE_C, invert(known.toWritten)),
    fingeredAs,
    clef: known.clefs[0],
    range: widestRange({ fingeredAs }, known),
    openOnly: false,
  };
}

/** What the class's B♭ becomes for it: how a teacher sees that the description is right. */
function unisonSentence(o: OwnInstrument): string {
  const made = instrumentOf(ownId(o));
  const written = transpose<Written>(parsePitch(`Bb${made.unisonOctave}`), made.toWritten);
  const found = finger(made, written, DEFAULT_CONVENTIONS);
  const figure = found.kind === 'playable' ? `: ${figureWords(found.figure)}` : ', which has no figure here';
  return `When the class plays B♭, it reads ${octaveName(written)}${figure}.`;
}

/** It opens under a long list: all of it is brought into view. */
const intoView = (form: HTMLElement | null): void => {
  void form?.scrollIntoView({ block: 'nearest' });
};

interface Props {
  /** Names that other instruments have. */
  readonly taken: readonly string[];
  readonly onMake: (id: InstrumentId) => void;
  readonly onCancel: () => void;
}

/** Describes an instrument that the catalogue does not have by one that it has. */
export function OwnInstrumentForm({ taken, onMake, onCancel }: Props) {
  const [own, setOwn] = useState(() => begin('clarinet', ''));
  const [asked, setAsked] = useState(false);
  const like = instrumentOf(own.like);
  const change = (part: Partial<OwnInstrument>) => setOwn({ ...own, ...part });
  const name = own.name.trim();
  // What it is like is looked at by itself: a name that is not there yet hides nothing that is wrong with it.
  const shape = ownProblem({ ...own, name: 'Own' }, like);
  const nameProblem =
    ownProblem(begin(own.like, name), like) === 'name'
      ? OWN_PROBLEM_WORDS.name
      : taken.some((t) => t.toLowerCase() === name.toLowerCase())
        ? 'There is an instrument of this name already. Give it another.'
        : undefined;
  const make = () => {
    if (shape === undefined && nameProblem === undefined) onMake(ownId({ ...own, name }));
    else setAsked(true);
  };
  const usual = midi(transpose(MIDDLE_C, invert(like.toWritten)));
  const word = instrumentWord(like);
  const widest = widestRange(own, like);
  const written = notes<Written>(midi(widest.low), midi(widest.high));
  const noteField = (end: 'low' | 'high', label: string) => (
    <SelectField
      id={`own-${end}`}
      label={label}
      value={pitchText(own.range[end])}
      onChange={(e) => change({ range: { ...own.range, [end]: parsePitch<Written>(e.target.value) } })}
    >
      {written.map((p) => (
        <option key={pitchText(p)} value={pitchText(p)}>
          {octaveName(p)}
        </option>
      ))}
    </SelectField>
  );
  return (
    <section
      ref={intoView}
      aria-label="An instrument of your own"
      className="space-y-4 rounded-md border border-line bg-panel p-4"
      onKeyDown={(e) => {
        if (e.key !== 'Enter' || !(e.target instanceof HTMLInputElement)) return;
        e.preventDefault();
        make();
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <TextField
          id="own-name"
          label="Its name"
          placeholder="Clarinet in A"
          autoFocus
          maxLength={MAX_OWN_NAME}
          value={own.name}
          error={asked ? nameProblem : undefined}
          onChange={(e) => change({ name: e.target.value })}
        />
        <SelectField
          id="own-like"
          label="It is fingered and sounds like"
          value={own.like}
          onChange={(e) => setOwn(begin(e.target.value as CatalogueId, own.name))}
        >
          {SECTIONS.map((section) => (
            <optgroup key={section} label={SECTION_WORDS[section]}>
              {INSTRUMENTS.filter((i) => i.section === section).map((i) => (
                <option key={i.id} value={i.id}>
                  {instrumentTitle(i)}
                </option>
              ))}
            </optgroup>
          ))}
        </SelectField>
        <SelectField
          id="own-sounds"
          label="Where it reads C, it sounds"
          value={midi(own.sounds)}
          onChange={(e) => change({ sounds: spellSounding(Number(e.target.value), FLAT_SIDE) })}
        >
          {notes(usual - 14, usual + 14).map((p) => (
            <option key={midi(p)} value={midi(p)}>
              {soundsWords(p)}
            </option>
          ))}
        </SelectField>
        <SelectField
          id="own-fingered"
          label="It fingers C as"
          value={midi(own.fingeredAs)}
          onChange={(e) =>
            setOwn({
              ...begin(own.like, own.name, spellSounding<Written>(Number(e.target.value), FLAT_SIDE)),
              sounds: own.sounds,
              clef: own.clef,
              openOnly: own.openOnly,
            })
          }
        >
          {notes(midi(MIDDLE_C) - 12, midi(MIDDLE_C) + 12)
            .reverse()
            .map((p) => (
              <option key={midi(p)} value={midi(p)}>
                {midi(p) === midi(MIDDLE_C) ? `the ${word} does` : `the ${word} fingers ${octaveName(p)} (for C4)`}
              </option>
            ))}
        </SelectField>
      </div>
      <div className="grid grid-cols-3 gap-4">
        <SelectField
          id="own-clef"
          label="Clef"
          value={own.clef}
          onChange={(e) => change({ clef: e.target.value as Clef })}
        >
          {CLEFS.map((c) => (
            <option key={c} value={c}>
              {c}
            </option>
          ))}
        </SelectField>
        {noteField('low', 'Lowest note')}
        {noteField('high', 'Highest note')}
      </div>
      {like.system.kind === 'brass' && like.system.tube.kind === 'valves' && (
        <CheckField
          label="It has no valves: open notes only"
          checked={own.openOnly}
          onChange={(e) => change({ openOnly: e.target.checked })}
        />
      )}
      <div className="flex flex-wrap items-center gap-2">
        <p className={`mr-auto text-[13px] ${shape === undefined ? 'text-secondary' : 'text-warning'}`} role="status">
          {shape === undefined ? unisonSentence({ ...own, name: 'Own' }) : OWN_PROBLEM_WORDS[shape]}
        </p>
        <Button onClick={onCancel}>Cancel</Button>
        <Button kind="primary" onClick={make}>
          Add it
        </Button>
      </div>
    </section>
  );
}
