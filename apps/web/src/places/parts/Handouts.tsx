import { type ClassView, type ExerciseView, MOST_KNOWN } from '@cifra/contract';
import { HANDOUT_WORDS, STAGE_WORDS } from '@cifra/contract/words';
import {
  type CardNotes,
  CARD_NOTES,
  type Handout,
  HANDOUT_KINDS,
  type InstrumentId,
  instrumentOf,
  knownNotes,
  type Part,
  type Stage,
  STAGES,
  type Teaching,
  type Work,
  WORK,
} from '@cifra/core';
import { Download, Users } from 'lucide-react';
import { useState } from 'react';
import { download } from '../../api/request';
import { useHandout } from '../../engraving/useEngraving';
import { Button } from '../../ui/Button';
import { Choices } from '../../ui/Choices';
import { SelectField } from '../../ui/Field';
import { DRAWN, Loaded } from '../../ui/Loaded';
import { Sheet } from '../../ui/Sheet';
import { Toggle } from '../../ui/Toggle';
import { useAttempt } from '../../ui/useAttempt';
import { CARD_NOTES_WORDS, WALL_WORDS, WORK_WORDS } from '../../words/handoutWords';
import { todayIso } from '../../words/pageWords';
import { PrintSetDialog } from './PrintSetDialog';

interface Props {
  readonly exercise: ExerciseView;
  readonly group: ClassView;
  readonly parts: readonly Part[];
  readonly teaching: Teaching;
}

type Chosen = { readonly [K in Handout['kind']]: Extract<Handout, { kind: K }> };

const FIRST = (stage: Stage): Chosen => ({
  worksheet: { kind: 'worksheet', work: ['names'], answers: false },
  'two-ways': { kind: 'two-ways' },
  cards: { kind: 'cards', notes: 'line' },
  'wall-chart': { kind: 'wall-chart', stage, sheets: 'large' },
});

/** Sheets besides the parts: shown for one instrument, made for one or for the whole class. */
export function Handouts({ exercise, group, parts, teaching }: Props) {
  const [kind, setKind] = useState<Handout['kind']>('worksheet');
  const [chosen, setChosen] = useState(() => FIRST(group.stage));
  const [instrument, setInstrument] = useState<InstrumentId>(parts[0]?.instrument.id ?? 'flute');
  const [making, setMaking] = useState(false);
  const attempt = useAttempt();
  const handout = chosen[kind];
  const choose = (h: Handout) => setChosen((c) => ({ ...c, [h.kind]: h }));
  const known = knownNotes(group.known)[instrument];
  const pages = useHandout({
    handout,
    exercise: exercise.document,
    instrument,
    teaching,
    known,
    today: todayIso(),
    paper: group.paper,
  });
  const query = new URLSearchParams({ class: group.id, paper: group.paper, handout: JSON.stringify(handout) });
  const url = `/api/exercises/${exercise.id}/handouts/${instrument}.pdf?${query.toString()}`;
  return (
    <section aria-label="Handouts" className="mx-auto max-w-[60rem] space-y-3 p-2 md:p-5 print:p-0">
      <div className="space-y-3 rounded-md border border-line bg-panel p-4 print:hidden">
        <div className="flex flex-wrap items-end gap-3">
          <Choices
            label="What is made"
            value={kind}
            of={HANDOUT_KINDS.map((k) => [k, HANDOUT_WORDS[k]] as const)}
            onChange={setKind}
          />
          <SelectField
            id="handout-for"
            label="For"
            hideLabel
            value={instrument}
            onChange={(e) => setInstrument(e.target.value as InstrumentId)}
            className="w-48"
          >
            {parts.map((p) => (
              <option key={p.instrument.id} value={p.instrument.id}>
                {p.instrument.name}
              </option>
            ))}
          </SelectField>
          <div className="ml-auto flex gap-2">
            <Button
              icon={<Download size={16} aria-hidden />}
              onClick={() => void attempt(() => download(url), { saying: 'The sheet could not be made.', again: true })}
            >
              PDF
            </Button>
            <Button kind="primary" icon={<Users size={16} aria-hidden />} onClick={() => setMaking(true)}>
              For the whole class
            </Button>
          </div>
        </div>
        <Options handout={handout} onChange={choose} />
      </div>
      <Loaded
        of={pages}
        what={`The sheet for ${instrumentOf(instrument).name.toLowerCase()}`}
        verb={DRAWN}
        detail="The line itself is safe."
        className="bg-white p-12 shadow-sm"
      >
        {(drawn) =>
          drawn.map((page, i) => (
            <Sheet key={i} page={page} className={`mb-4 bg-white shadow-sm ${sheetClass(handout, group.paper)}`} />
          ))
        }
      </Loaded>
      <PrintSetDialog exercise={exercise} group={group} handout={handout} open={making} onOpenChange={setMaking} />
    </section>
  );
}

/** The sheet that a browser prints it on. */
const sheetClass = (handout: Handout, paper: ClassView['paper']): string =>
  handout.kind !== 'wall-chart'
    ? `sheet-${paper}`
    : handout.sheets === 'four'
      ? `sheet-${paper}-landscape`
      : `sheet-${paper}-large`;

function Options({ handout, onChange }: { readonly handout: Handout; readonly onChange: (h: Handout) => void }) {
  switch (handout.kind) {
    case 'worksheet':
      return <WorksheetOptions handout={handout} onChange={onChange} />;
    case 'two-ways':
      return (
        <p className="text-[13px] text-secondary">
          The line with its key signature, and under it with a sign at each note. What stands in one way alone is
          ringed.
        </p>
      );
    case 'cards':
      return (
        <div className="flex flex-wrap items-center gap-3">
          <Choices
            label="Notes on the cards"
            value={handout.notes}
            of={CARD_NOTES.map((n): readonly [CardNotes, string] => [n, CARD_NOTES_WORDS[n]])}
            onChange={(notes) => onChange({ ...handout, notes })}
          />
          <p className="text-[13px] text-secondary">Print on both sides, turned on the long edge, then cut.</p>
        </div>
      );
    case 'wall-chart':
      return (
        <div className="flex flex-wrap items-end gap-3">
          <SelectField
            id="wall-stage"
            label="Notes of"
            value={handout.stage}
            onChange={(e) => onChange({ ...handout, stage: e.target.value as Stage })}
            className="w-48"
          >
            {STAGES.map((s) => (
              <option key={s} value={s}>
                {STAGE_WORDS[s]}
              </option>
            ))}
          </SelectField>
          <Choices
            label="Sheets of paper"
            value={handout.sheets}
            of={Object.entries(WALL_WORDS) as ['large' | 'four', string][]}
            onChange={(sheets) => onChange({ ...handout, sheets })}
          />
        </div>
      );
  }
}

function WorksheetOptions({
  handout,
  onChange,
}: {
  readonly handout: Extract<Handout, { kind: 'worksheet' }>;
  readonly onChange: (h: Handout) => void;
}) {
  const { known: seed, ...plain } = handout;
  const turn = (work: Work, on: boolean) =>
    onChange({ ...handout, work: WORK.filter((w) => (w === work ? on : handout.work.includes(w))) });
  return (
    <div className="space-y-2">
      <fieldset className="grid gap-x-6 sm:grid-cols-2 lg:grid-cols-4">
        <legend className="sr-only">What is to be filled in</legend>
        {WORK.map((w) => (
          <Toggle
            key={w}
            id={`work-${w}`}
            label={WORK_WORDS[w]}
            checked={handout.work.includes(w)}
            onChange={(on) => turn(w, on)}
          />
        ))}
      </fieldset>
      <div className="flex flex-wrap items-center gap-3">
        <Choices
          label="Music of the worksheet"
          value={seed === undefined ? 'line' : 'known'}
          of={[
            ['line', 'this line'],
            ['known', 'sixteen notes that they know'],
          ]}
          onChange={(v) => onChange(v === 'known' ? { ...plain, known: 1 } : plain)}
        />
        {seed !== undefined && (
          <Button onClick={() => onChange({ ...handout, known: (seed % MOST_KNOWN) + 1 })}>Other notes</Button>
        )}
        <Choices
          label="Answers"
          value={handout.answers ? 'key' : 'sheet'}
          of={[
            ['sheet', 'to fill in'],
            ['key', 'key for the teacher'],
          ]}
          onChange={(v) => onChange({ ...handout, answers: v === 'key' })}
        />
      </div>
    </div>
  );
}
