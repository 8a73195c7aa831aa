import type { ClassView } from '@cifra/contract';
import { STAGE_WORDS } from '@cifra/contract/words';
import type { Part } from '@cifra/core';
import { SlidersHorizontal } from 'lucide-react';
import { signatureCount } from '../../words/caption';
import { Button } from '../../ui/Button';
import { SelectField } from '../../ui/Field';
import type { PartsView } from './useSelection';

interface Props {
  readonly parts: readonly Part[];
  readonly group: ClassView;
  readonly chosen: string;
  readonly onChoose: (view: PartsView) => void;
  /** A part that is pointed at, or has the keyboard, will probably be chosen. */
  readonly onPoint: (part: Part) => void;
  readonly onEditClass: () => void;
}

/** How a part suits its player: a word for everyone, a shape and a colour beside it. */
export function partState(part: Part): { readonly mark: string; readonly words: string; readonly tone: string } {
  if (part.unplayable.length > 0)
    return {
      mark: '!',
      words: `${part.unplayable.length} notes cannot be played`,
      tone: 'bg-warning-soft text-warning font-semibold',
    };
  if (part.outside.length > 0)
    return {
      mark: `+${part.outside.length}`,
      words: `${part.outside.length} ${part.outside.length === 1 ? 'note lies' : 'notes lie'} outside: ${STAGE_WORDS[part.teaching.stage].toLowerCase()}`,
      tone: 'bg-fresh-soft text-fresh font-semibold',
    };
  return {
    mark: '✓',
    words: `every note suits: ${STAGE_WORDS[part.teaching.stage].toLowerCase()}`,
    tone: 'text-accent',
  };
}

/** What is seen of all instruments together. */
const TOGETHER = [
  ['all', 'The whole class'],
  ['call-sheet', 'Call sheet'],
  ['score', 'Score'],
  ['handouts', 'Handouts'],
] as const;

const inKey = (p: Part): string => `in ${p.instrument.inKey ?? 'C'}, ${signatureCount(p.decisions.key.fifths)}`;

export function InstrumentList({ parts, group, chosen, onChoose, onPoint, onEditClass }: Props) {
  return (
    <>
      <div className="flex items-end gap-2 border-b border-line bg-panel p-3 md:hidden">
        <SelectField
          id="instrument"
          label="Instrument"
          className="min-w-0 flex-1"
          value={chosen}
          onChange={(e) => onChoose(e.target.value as PartsView)}
        >
          {TOGETHER.map(([view, name]) => (
            <option key={view} value={view}>
              {name}
            </option>
          ))}
          {parts.map((p) => (
            <option key={p.instrument.id} value={p.instrument.id}>
              {p.instrument.name}
            </option>
          ))}
        </SelectField>
        <Button className="h-10" onClick={onEditClass} icon={<SlidersHorizontal size={15} aria-hidden />}>
          Class
        </Button>
      </div>
      <nav
        aria-label="Instruments"
        className="flex w-[12.75rem] shrink-0 flex-col print:hidden overflow-y-auto border-r border-line bg-panel max-md:hidden"
      >
        <p className="px-4 pt-3 pb-2 text-[13px] font-semibold text-secondary">
          {group.name}, {parts.length} {parts.length === 1 ? 'instrument' : 'instruments'}
        </p>
        <ul className="flex-1">
          {TOGETHER.map(([view, name]) => (
            <li key={view}>
              <Row current={chosen === view} onClick={() => onChoose(view)}>
                <span className="flex-1 py-0.5">{name}</span>
              </Row>
            </li>
          ))}
          {parts.map((p) => {
            const state = partState(p);
            return (
              <li key={p.instrument.id}>
                <Row
                  current={chosen === p.instrument.id}
                  onClick={() => onChoose(p.instrument.id)}
                  onPoint={() => onPoint(p)}
                >
                  <span className="min-w-0 flex-1">
                    <span className="block truncate">{p.instrument.name}</span>
                    <span className="block text-[12.5px] text-secondary">{inKey(p)}</span>
                  </span>
                  <span
                    className={`min-w-7 rounded-full px-1.5 py-0.5 text-center text-[12.5px] ${state.tone}`}
                    title={state.words}
                  >
                    <span aria-hidden>{state.mark}</span>
                    <span className="sr-only">{state.words}</span>
                  </span>
                </Row>
              </li>
            );
          })}
        </ul>
        <div className="border-t border-line p-3">
          <Button className="w-full" onClick={onEditClass} icon={<SlidersHorizontal size={15} aria-hidden />}>
            Change class
          </Button>
        </div>
      </nav>
    </>
  );
}

function Row({
  current,
  onClick,
  onPoint,
  children,
}: {
  readonly current: boolean;
  readonly onClick: () => void;
  readonly onPoint?: () => void;
  readonly children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-current={current ? 'true' : undefined}
      onClick={onClick}
      onPointerEnter={onPoint}
      onFocus={onPoint}
      className={`flex w-full items-center gap-2 border-l-[3px] py-1.5 pr-3 pl-[15px] text-left ${current ? 'border-accent bg-white font-semibold' : 'border-transparent hover:bg-desk'}`}
    >
      {children}
    </button>
  );
}
