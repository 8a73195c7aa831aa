import { type EditState, invert, transposedToPage } from '@cifra/core';
import { problemSentence } from '@cifra/contract/words';
import type { ClipboardEvent } from 'react';
import { useNotice } from '../../ui/Notices';
import { reasonOf } from '../../ui/reason';
import { asTune, isAbcText, readAbcText, selectionText } from './abcText';
import type { Writing } from './Writing';

/** Copy, cut and paste through the system's clipboard, as ABC text of what is shown. */
export function useClipboard(writing: Writing): {
  onCopy: (e: ClipboardEvent, cut: boolean) => void;
  onPaste: (e: ClipboardEvent) => void;
} {
  const notice = useNotice();
  const shown = (): EditState => ({
    ...writing.edit,
    score: transposedToPage(writing.edit.score, writing.snapshot().lens),
  });
  const onCopy = (e: ClipboardEvent, cut: boolean) => {
    const text = selectionText(shown());
    e.preventDefault();
    if (text === undefined) {
      notice('Select the notes to copy first: Shift and the arrow keys, or drag over them.');
      return;
    }
    e.clipboardData.setData('text/plain', text);
    if (cut) writing.run({ kind: 'remove', back: true, mode: writing.snapshot().pen.mode });
  };
  const paste = async (text: string) => {
    if (!isAbcText(text)) {
      notice('What was copied is text, not music: nothing was put in. Copy notes here, or ABC.', { tone: 'warning' });
      return;
    }
    const { lens, pen } = writing.snapshot();
    const read = await readAbcText(asTune(text, shown()));
    if (!read.ok) {
      notice(
        `What was copied is no music that can be read here. ${read.problems[0] === undefined ? '' : problemSentence(read.problems[0])}`,
        { tone: 'warning' },
      );
      return;
    }
    const { clef: _shown, ...back } = lens;
    if (writing.snapshot().anchor !== undefined) writing.run({ kind: 'remove', back: true, mode: pen.mode });
    writing.run({
      kind: 'paste',
      clip: transposedToPage(read.value, { ...back, interval: invert(lens.interval) }),
      mode: pen.mode,
    });
  };
  const onPaste = (e: ClipboardEvent) => {
    e.preventDefault();
    const text = e.clipboardData.getData('text/plain');
    if (text.trim() === '') return;
    paste(text).catch((error: unknown) =>
      notice(`What was copied was not put in: ${reasonOf(error)}. Paste it again.`, { tone: 'warning' }),
    );
  };
  return { onCopy, onPaste };
}
