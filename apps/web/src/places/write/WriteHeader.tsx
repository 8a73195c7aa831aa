import { inScoreOrder, instrumentOf, isInstrumentId, type InstrumentId, linesOf, type PageOwner } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { Check, CircleAlert, CloudOff, Ellipsis, MonitorX } from 'lucide-react';
import { memo } from 'react';
import { PageOwnerOptions } from '../../classroom/PageOwnerOptions';
import { SelectField } from '../../ui/Field';
import { useStateFor } from '../../ui/useStateFor';
import type { SaveStatus } from './Saver';
import type { Writing, WritingState } from './Writing';

interface Props {
  readonly writing: Writing;
  readonly state: WritingState;
  readonly instruments: readonly InstrumentId[];
}

const STATUS: Readonly<Record<SaveStatus, { readonly words: string; readonly title: string }>> = {
  saved: { words: 'Saved', title: 'The server has everything.' },
  changed: { words: 'Saving …', title: 'Kept in this browser; it is sent in a moment.' },
  saving: { words: 'Saving …', title: 'Kept in this browser; it is being sent.' },
  waiting: {
    words: 'Kept here until the server is back',
    title: 'The server does not answer. Go on: everything is kept in this browser and sent when it is back.',
  },
  refused: {
    words: 'Not taken by the server',
    title: 'Everything is kept in this browser. Sign in again in another window, or reload this page.',
  },
};

const page = (value: string): PageOwner => (isInstrumentId(value) ? value : 'concert');

function Header({ writing, state, instruments }: Props) {
  const { exercise, lens, status } = state;
  const [title, setTitle] = useStateFor(exercise.source.title, exercise.source.title);
  const rename = () => {
    if (title.trim() !== '' && title.trim() !== exercise.source.title) writing.rename(title.trim());
    else setTitle(exercise.source.title);
  };
  const shown = inScoreOrder([...instruments, lens.page, exercise.owner].filter(isInstrumentId)).map(instrumentOf);
  return (
    <header className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-white px-5 py-2">
      <h1 className="sr-only">Write: {exercise.source.title}</h1>
      <input
        aria-label="Title"
        value={title}
        maxLength={200}
        onChange={(e) => setTitle(e.target.value)}
        onBlur={rename}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' && e.key !== 'Escape') return;
          if (e.key === 'Escape') setTitle(exercise.source.title);
          e.preventDefault();
          e.currentTarget.blur();
          document.querySelector<HTMLElement>('.desk')?.focus();
        }}
        className="-ml-2 min-w-40 flex-1 rounded px-2 py-1 font-serif text-[20px] font-semibold hover:bg-panel"
      />
      {linesOf(exercise).length > 1 && (
        <p className="text-[13px] text-secondary">
          Line {state.line + 1} of {linesOf(exercise).length}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-2.5 text-[13px]">
        {(state.otherWindow || state.others > 0) && (
          <p className="flex items-center gap-1.5 text-secondary" title="What is saved there comes here by itself.">
            <MonitorX size={14} aria-hidden />
            Also open {state.otherWindow ? 'in another window' : 'on another machine'}
          </p>
        )}
        <p
          role="status"
          title={STATUS[status].title}
          className={`flex items-center gap-1.5 ${status === 'waiting' || status === 'refused' ? 'text-warning' : 'text-secondary'}`}
        >
          {status === 'saved' ? (
            <Check size={14} aria-hidden />
          ) : status === 'waiting' ? (
            <CloudOff size={14} aria-hidden />
          ) : status === 'refused' ? (
            <CircleAlert size={14} aria-hidden />
          ) : (
            <Ellipsis size={14} aria-hidden />
          )}
          {STATUS[status].words}
        </p>
        <label className="flex items-center gap-2 text-secondary" htmlFor="read-from">
          Read from
          <SelectField
            id="read-from"
            label="Read from"
            hideLabel
            value={exercise.owner}
            onChange={(e) => writing.own(page(e.target.value))}
            className="w-44"
            title="Whose page you read the line from. The notes stay where they stand; their sound follows."
          >
            <PageOwnerOptions concert="a concert page" chosen={exercise.owner} />
          </SelectField>
        </label>
        <label className="flex items-center gap-2 text-secondary" htmlFor="shown-as">
          Shown as
          <SelectField
            id="shown-as"
            label="Shown as"
            hideLabel
            value={lens.page}
            onChange={(e) => writing.showPage(page(e.target.value))}
            className="w-44"
            title="See and edit the line as it stands on another page. The sound stays."
          >
            <option value="concert">concert pitch</option>
            {shown.map((i) => (
              <option key={i.id} value={i.id}>
                {instrumentTitle(i)}
              </option>
            ))}
          </SelectField>
        </label>
      </div>
    </header>
  );
}

/** Typing changes nothing up here. */
export const WriteHeader = memo(
  Header,
  ({ state: a, ...was }, { state: b, ...is }) =>
    was.writing === is.writing &&
    was.instruments === is.instruments &&
    a.exercise.source.title === b.exercise.source.title &&
    a.exercise.owner === b.exercise.owner &&
    a.lens.page === b.lens.page &&
    a.status === b.status &&
    a.line === b.line &&
    linesOf(a.exercise).length === linesOf(b.exercise).length &&
    a.otherWindow === b.otherWindow &&
    a.others === b.others,
);
