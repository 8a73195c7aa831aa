import type { NoteValue, Pen, Conventions } from '@cifra/core';
import { ChevronDown, Redo2, Search, Undo2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { memo } from 'react';
import { MODE_NAMES } from '../../words/writeWords';
import type { Action, ActionGroup, Asks } from './action';
import { ACTIONS, actionOf } from './actions';
import { valueName } from '../../words/rhythmWords';
import { shownKey } from './keys';
import { backToDesk } from '../../ui/toDesk';
import { ValueSign } from '../../ui/ValueSign';
import type { Writing } from './Writing';

interface Props {
  readonly writing: Writing;
  readonly pen: Pen;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly asks: Asks;
  readonly names: Conventions['rhythmNames'];
}

const VALUES: readonly NoteValue[] = ['whole', 'half', 'quarter', 'eighth', '16th'];
const MENUS: readonly { readonly label: string; readonly groups: readonly ActionGroup[] }[] = [
  { label: 'Notes', groups: ['Notes', 'Change'] },
  { label: 'Signs', groups: ['Signs', 'Loudness'] },
  { label: 'Bars', groups: ['Bars'] },
  { label: 'Lines', groups: ['Line'] },
  { label: 'Show', groups: ['Show'] },
];
const TOOL =
  'inline-flex h-8 items-center gap-1 rounded-md px-2 text-[13px] hover:bg-desk aria-pressed:bg-accent-soft aria-pressed:text-accent disabled:opacity-40';

/** What the next note will be, and every other thing that can be done by mouse. Each button names its key. */
export const PenBar = memo(({ writing, pen, canUndo, canRedo, asks, names }: Props) => {
  // The line keeps the keyboard: a click on a tool does not take it away.
  const run = (action: Action) => () => action.run(writing, asks);
  return (
    <div
      role="toolbar"
      aria-label="What the next note will be"
      className="flex flex-wrap items-center gap-x-1 gap-y-1 border-b border-line bg-white px-4 py-1.5"
      onMouseDown={(e) => {
        if (e.target instanceof Element && e.target.closest('button') !== null) e.preventDefault();
      }}
    >
      {VALUES.map((value) => {
        const action = actionOf(`value-${value}`);
        return (
          <button
            key={value}
            type="button"
            className={`${TOOL} w-8 justify-center !px-0`}
            aria-pressed={pen.value === value}
            aria-label={valueName(value, names)}
            title={`${valueName(value, names)} (${shownKey(action.keys[0] ?? '')})`}
            onClick={run(action)}
          >
            <ValueSign value={value} />
          </button>
        );
      })}
      <button
        type="button"
        className={TOOL}
        aria-pressed={pen.dots > 0}
        title="Dotted (.)"
        onClick={() => writing.hold({ dots: pen.dots === 0 ? 1 : 0 })}
      >
        dotted
      </button>
      <button
        type="button"
        className={TOOL}
        aria-pressed={pen.triplet}
        title="Three in the time of two (T)"
        onClick={run(actionOf('triplet'))}
      >
        triplet
      </button>
      <button type="button" className={TOOL} title="Write a rest (R)" onClick={run(actionOf('rest'))}>
        rest
      </button>
      <span className="mx-1 h-5 w-px bg-line" />
      <Menu label={`${MODE_NAMES[pen.mode].name}`} title="What a typed letter does to the notes that are there (I)">
        {Object.entries(MODE_NAMES).map(([mode, { name, hint }]) => (
          <Item key={mode} label={name} hint={hint} onSelect={run(actionOf(`mode-${mode}`))} />
        ))}
      </Menu>
      {MENUS.map(({ label, groups }) => (
        <Menu key={label} label={label}>
          {ACTIONS.filter((a) => groups.includes(a.group) && !a.id.startsWith('up-') && !a.id.startsWith('down-')).map(
            (a) => (
              <Item key={a.id} label={a.name} keys={a.keys[0]} onSelect={run(a)} />
            ),
          )}
        </Menu>
      ))}
      <button type="button" className={TOOL} onClick={asks.showCommands} title="Find a command (/)">
        <Search size={14} aria-hidden />
        Find <kbd className="text-[11px] text-secondary">/</kbd>
      </button>
      <span className="mx-1 h-5 w-px bg-line" />
      <button
        type="button"
        className={TOOL}
        disabled={!canUndo}
        onClick={() => writing.undo()}
        aria-label="Undo"
        title={`Undo (${shownKey('Mod+z')})`}
      >
        <Undo2 size={15} aria-hidden />
      </button>
      <button
        type="button"
        className={TOOL}
        disabled={!canRedo}
        onClick={() => writing.redo()}
        aria-label="Redo"
        title={`Redo (${shownKey('Mod+Shift+z')})`}
      >
        <Redo2 size={15} aria-hidden />
      </button>
    </div>
  );
});
PenBar.displayName = 'PenBar';

function Menu({
  label,
  title,
  children,
}: {
  readonly label: string;
  readonly title?: string;
  readonly children: React.ReactNode;
}) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className={TOOL} title={title}>
        {label}
        <ChevronDown size={13} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          onCloseAutoFocus={backToDesk}
          className="fade-in z-30 max-h-[70vh] w-72 overflow-y-auto rounded-md border border-line bg-white p-1 shadow-lg"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Item({
  label,
  hint,
  keys,
  onSelect,
}: {
  readonly label: string;
  readonly hint?: string;
  readonly keys?: string | undefined;
  readonly onSelect: () => void;
}) {
  return (
    <DropdownMenu.Item
      onSelect={onSelect}
      className="flex cursor-pointer items-start justify-between gap-3 rounded px-2.5 py-1.5 text-[13.5px] outline-none data-[highlighted]:bg-desk"
    >
      <span>
        {label}
        {hint !== undefined && <span className="block text-[12px] text-secondary">{hint}</span>}
      </span>
      {keys !== undefined && <kbd className="shrink-0 text-[12px] text-secondary">{shownKey(keys)}</kbd>}
    </DropdownMenu.Item>
  );
}
