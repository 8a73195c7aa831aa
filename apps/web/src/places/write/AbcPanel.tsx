import { invert, type Problem, type Score, transposedToPage, type Written } from '@cifra/core';
import { problemSentence } from '@cifra/contract/words';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { type Diagnostic, lintGutter, setDiagnostics } from '@codemirror/lint';
import { EditorState, Transaction } from '@codemirror/state';
import { EditorView, keymap, lineNumbers } from '@codemirror/view';
import { X } from 'lucide-react';
import { useEffect, useMemo, useRef } from 'react';
import { useNotice } from '../../ui/Notices';
import { reasonOf } from '../../ui/reason';
import { useLatest } from '../../ui/useLatest';
import { lineText, readAbcText } from './abcText';
import type { Writing, WritingState } from './Writing';

interface Props {
  readonly writing: Writing;
  readonly state: WritingState;
  readonly onClose: () => void;
}

const PAUSE_MS = 250;

/** Where a problem stands in the text: its column, else its whole line, else the first line. */
function diagnosticOf(p: Problem, doc: EditorState['doc']): Diagnostic {
  const line = doc.line(Math.min(Math.max(1, p.line ?? 1), doc.lines));
  const column = Number(p.facts?.column ?? 0);
  const from = column > 0 ? Math.min(line.from + column - 1, line.to) : line.from;
  return {
    from,
    to: column > 0 ? Math.min(from + 1, line.to) : line.to,
    severity: p.severity === 'error' ? 'error' : 'warning',
    message: problemSentence(p),
  };
}

/** The smallest replacement that turns one text into another, so that cursor and view stay where they are. */
function smallestChange(before: string, after: string): { from: number; to: number; insert: string } {
  let from = 0;
  while (from < before.length && from < after.length && before[from] === after[from]) from += 1;
  let end = 0;
  while (
    end < before.length - from &&
    end < after.length - from &&
    before[before.length - 1 - end] === after[after.length - 1 - end]
  )
    end += 1;
  return { from, to: before.length - end, insert: after.slice(from, after.length - end) };
}

/** The line as ABC text beside the staff: a change of either is a change of both. */
export function AbcPanel({ writing, state, onClose }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(undefined);
  const ownText = useRef<Score<Written>>(undefined);
  const { edit } = writing;
  const text = useMemo(() => lineText(transposedToPage(edit.score, state.lens)), [edit.score, state.lens]);
  const newest = useLatest({ writing, text, notice: useNotice() });

  useEffect(() => {
    if (host.current === null) return undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let asked = 0;
    /** What was typed is not in the line yet: it waits for a pause, or is being read. */
    let isUnread = false;
    /** @param editor that still shows the text; without one it was closed, and the line has it all the same */
    const take = async (typed: string, editor: EditorView | undefined) => {
      const mine = ++asked;
      const before = newest.current.writing.edit.score;
      const read = await readAbcText(typed);
      if (mine !== asked) return;
      isUnread = false;
      if (editor === undefined && newest.current.writing.edit.score !== before) {
        newest.current.notice('The text was not taken over: the line was changed before it was read.', {
          tone: 'warning',
        });
        return;
      }
      editor?.dispatch(
        setDiagnostics(
          editor.state,
          read.problems.filter((p) => p.line !== undefined || !read.ok).map((p) => diagnosticOf(p, editor.state.doc)),
        ),
      );
      if (!read.ok) {
        const [first] = read.problems;
        if (editor === undefined && first !== undefined)
          newest.current.notice(`The text was not taken over: ${problemSentence(first)} The line is as it was.`, {
            tone: 'warning',
          });
        return;
      }
      const { lens, line } = newest.current.writing.snapshot();
      const { clef: _shown, ...back } = { ...lens, interval: invert(lens.interval) };
      const source = transposedToPage(
        read.value,
        lens.interval.fifths === 0 && lens.interval.octaves === 0 ? lens : back,
      );
      // The clef of a page that is only shown is not the source's.
      const own = newest.current.writing.edit.score.measures[0]?.clef;
      const score =
        lens.clef === undefined || own === undefined
          ? source
          : { ...source, measures: source.measures.map((m, i) => (i === 0 ? { ...m, clef: own } : m)) };
      newest.current.writing.run({
        kind: 'replace',
        score: line === 0 ? score : { ...score, title: newest.current.writing.edit.score.title },
      });
      ownText.current = newest.current.writing.edit.score;
    };
    const begin = (typed: string, editor: EditorView | undefined): void =>
      void take(typed, editor).catch((error: unknown) =>
        newest.current.notice(`The text was not read: ${reasonOf(error)}. With its next change it is tried again.`, {
          tone: 'warning',
        }),
      );
    const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content;
    const editor = new EditorView({
      parent: host.current,
      state: EditorState.create({
        doc: newest.current.text,
        extensions: [
          ...(nonce === undefined ? [] : [EditorView.cspNonce.of(nonce)]),
          lineNumbers(),
          history(),
          lintGutter(),
          EditorView.lineWrapping,
          keymap.of([...defaultKeymap, ...historyKeymap]),
          EditorView.contentAttributes.of({ 'aria-label': 'The line as ABC text' }),
          EditorView.updateListener.of((update) => {
            if (!update.docChanged || update.transactions.some((t) => t.annotation(Transaction.remote) === true))
              return;
            clearTimeout(timer);
            isUnread = true;
            timer = setTimeout(() => begin(update.view.state.doc.toString(), update.view), PAUSE_MS);
          }),
          EditorView.theme({
            '&': { fontSize: '13.5px', height: '100%' },
            '.cm-content': { fontFamily: 'ui-monospace, monospace', paddingBottom: '2rem' },
            '&.cm-focused': { outline: 'none' },
            '.cm-gutters': { backgroundColor: 'transparent', border: 'none', color: '#4b5872' },
          }),
        ],
      }),
    });
    view.current = editor;
    return () => {
      clearTimeout(timer);
      // What was typed just before it was closed is in the line, too, however long it takes to be read.
      if (isUnread) begin(editor.state.doc.toString(), undefined);
      view.current = undefined;
      editor.destroy();
    };
  }, [newest]);

  // What was changed on the staff is shown here; what was typed here stays as it was typed.
  useEffect(() => {
    const editor = view.current;
    if (editor === undefined || edit.score === ownText.current) return;
    const before = editor.state.doc.toString();
    if (before === text) return;
    editor.dispatch({ changes: smallestChange(before, text), annotations: Transaction.remote.of(true) });
    editor.dispatch(setDiagnostics(editor.state, []));
  }, [text, edit.score]);

  return (
    <section aria-label="ABC text" className="flex h-56 shrink-0 flex-col border-t border-line bg-panel">
      <div className="flex items-center justify-between px-4 pt-2">
        <h2 className="font-sans text-[13px] font-semibold text-secondary">ABC text</h2>
        <button
          type="button"
          onClick={onClose}
          aria-label="Close the text"
          className="rounded p-1 text-secondary hover:bg-desk"
        >
          <X size={15} />
        </button>
      </div>
      <div ref={host} className="min-h-0 flex-1 overflow-auto px-2" />
    </section>
  );
}
