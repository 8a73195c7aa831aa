import type { PupilView } from '@cifra/contract';
import {
  BAR_NUMBERS,
  BARS_PER_SYSTEM,
  type BarsPerSystem,
  type FadeStep,
  PAGE_SIZES,
  type PageSetup,
  REPEATS,
  type RowSetup,
} from '@cifra/core';
import { CalendarRange, ChevronDown } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { SelectField } from '../../ui/Field';
import { Toggle } from '../../ui/Toggle';
import { BARS_WORDS, FADE_WORDS, NUMBER_WORDS, REPEAT_WORDS, ROW_WORDS, SIZE_WORDS } from '../../words/pageWords';
import { FadeDialog } from './FadeDialog';
import type { FadePreviewRequest } from './FadePreview';
import { RowList } from './RowList';

interface Props {
  readonly family: 'woodwind' | 'brass';
  readonly page: PageSetup;
  /** The whole class is shown: a switch sets both families. */
  readonly both: boolean;
  /** Who plays the instrument that is shown; a pupil's pages may differ from the class's. */
  readonly pupils: readonly PupilView[];
  readonly pupil: PupilView | undefined;
  readonly onPupil: (id: string | undefined) => void;
  readonly onChange: (change: Partial<PageSetup>) => void;
  readonly onAsClass: () => void;
  readonly preview: FadePreviewRequest | undefined;
  /** Every note sounds as the letter that is written. */
  readonly sameLetters: boolean;
  /** The help that stands over the notes today. */
  readonly step: FadeStep;
}

/** What is on the page or not. */
type OnPage = { [K in keyof PageSetup]: PageSetup[K] extends boolean ? K : never }[keyof PageSetup];

const HELP: readonly (readonly [OnPage, string])[] = [
  ['strip', 'All its notes at the head'],
  ['legend', 'What the drawings mean'],
  ['lookFirst', 'What to look for first'],
  ['countIn', 'How it is counted in'],
  ['signatureMarks', 'A sign over notes the key changes'],
  ['easierFigures', 'A mark where another figure is easier'],
  ['circles', 'A circle round hard places'],
  ['slurs', 'Slurs'],
  ['lyrics', 'Words to sing'],
  ['chords', 'Chord symbols'],
];

/** How pages look and how much they help: for the class, or for one pupil. */
export function PagePanel({
  family,
  page,
  both,
  pupils,
  pupil,
  onPupil,
  onChange,
  onAsClass,
  preview,
  sameLetters,
  step,
}: Props) {
  const [planning, setPlanning] = useState(false);
  const changeRows = (change: (rows: readonly RowSetup[]) => readonly RowSetup[]) =>
    onChange({
      rows: both
        ? { woodwind: change(page.rows.woodwind), brass: change(page.rows.brass) }
        : { ...page.rows, [family]: change(page.rows[family]) },
    });
  const isSilent = sameLetters && page.rows[family].some((r) => r.row === 'sounds');
  return (
    <section className="border-b border-line px-4 py-3">
      {pupils.length > 0 && (
        <div className="mb-3">
          <SelectField
            id="page-for"
            label="These pages are for"
            value={pupil?.id ?? ''}
            onChange={(e) => onPupil(e.target.value === '' ? undefined : e.target.value)}
          >
            <option value="">everyone in the class</option>
            {pupils.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </SelectField>
          {pupil?.page !== undefined && (
            <Button kind="quiet" className="mt-1 h-8 px-2" onClick={onAsClass}>
              Set {pupil.name}’s pages like the class’s
            </Button>
          )}
        </div>
      )}
      <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">
        Over each note{both ? '' : family === 'brass' ? ', brass' : ', woodwinds'}
      </h2>
      <RowList rows={page.rows[family]} onChange={changeRows} />
      {isSilent && (
        <p className="mt-1 text-[12.5px] text-secondary">
          Every note of this part sounds as the letter that is written, so “{ROW_WORDS.sounds}” stays off its page.
        </p>
      )}
      <div className="mt-3 flex items-center justify-between gap-2 rounded-md bg-band px-3 py-2">
        <p className="text-[13px]">
          Help today: <strong className="font-semibold">{FADE_WORDS[step]}</strong>
        </p>
        <Button
          kind="quiet"
          className="h-8 px-2"
          onClick={() => setPlanning(true)}
          icon={<CalendarRange size={15} aria-hidden />}
        >
          Plan it
        </Button>
      </div>
      <Collapsible.Root className="mt-2">
        <Collapsible.Trigger className="group flex h-9 w-full items-center justify-between rounded font-medium">
          On the page
          <ChevronDown
            size={16}
            aria-hidden
            className="text-secondary transition-transform group-data-[state=open]:rotate-180"
          />
        </Collapsible.Trigger>
        <Collapsible.Content>
          {HELP.map(([key, label]) => (
            <Toggle key={key} id={key} label={label} checked={page[key]} onChange={(on) => onChange({ [key]: on })} />
          ))}
          <div className="mt-2 space-y-2.5">
            <SelectField
              id="page-size"
              label="Size of the music"
              value={page.size}
              onChange={(e) => onChange({ size: e.target.value as PageSetup['size'] })}
            >
              {PAGE_SIZES.map((s) => (
                <option key={s} value={s}>
                  {SIZE_WORDS[s]}
                </option>
              ))}
            </SelectField>
            <SelectField
              id="bars-a-line"
              label="Lines"
              value={page.barsPerSystem}
              onChange={(e) => onChange({ barsPerSystem: Number(e.target.value) as BarsPerSystem })}
            >
              {BARS_PER_SYSTEM.map((n) => (
                <option key={n} value={n}>
                  {BARS_WORDS(n)}
                </option>
              ))}
            </SelectField>
            <SelectField
              id="bar-numbers"
              label="Bar numbers"
              value={page.barNumbers}
              onChange={(e) => onChange({ barNumbers: e.target.value as PageSetup['barNumbers'] })}
            >
              {BAR_NUMBERS.map((n) => (
                <option key={n} value={n}>
                  {NUMBER_WORDS[n]}
                </option>
              ))}
            </SelectField>
            <SelectField
              id="repeats"
              label="Repeats"
              value={page.repeats}
              onChange={(e) => onChange({ repeats: e.target.value as PageSetup['repeats'] })}
            >
              {REPEATS.map((r) => (
                <option key={r} value={r}>
                  {REPEAT_WORDS[r]}
                </option>
              ))}
            </SelectField>
          </div>
        </Collapsible.Content>
      </Collapsible.Root>
      <FadeDialog
        open={planning}
        onOpenChange={setPlanning}
        schedule={page.fades}
        onSave={(fades) => onChange({ fades })}
        preview={preview}
        whose={pupil?.name}
      />
    </section>
  );
}
