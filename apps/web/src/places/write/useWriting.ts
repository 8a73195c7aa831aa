import type { ExerciseView } from '@cifra/contract';
import type { Teaching } from '@cifra/core';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { keepCopy } from '../../api/keptCopies';
import { takeStored } from '../../api/resources';
import { useNotice } from '../../ui/Notices';
import { readDraft } from '../../exercise/drafts';
import { Writing, type WritingState } from './Writing';

/** Opens an exercise for writing with what this browser kept of it; `undefined` while that is read. */
export function useOpenWriting(stored: ExerciseView, teaching: Teaching): Writing | undefined {
  const notice = useNotice();
  const [writing, setWriting] = useState<Writing>();
  const first = useRef({ stored, teaching });
  useEffect(() => {
    let made: Writing | undefined;
    let gone = false;
    const open = (draft: Awaited<ReturnType<typeof readDraft>>) => {
      if (gone) return;
      made = new Writing({
        ...first.current,
        draft,
        onNotice: (text) => notice(text),
        onStored: (view) => {
          void takeStored(view);
          // A browser without room for copies still saves.
          keepCopy(view).catch(() => undefined);
        },
      });
      setWriting(made);
    };
    // A browser that keeps nothing is no reason not to write: it is said at the first change.
    readDraft(first.current.stored.id).then(open, () => open(undefined));
    return () => {
      gone = true;
      made?.close();
    };
  }, [notice]);
  return writing;
}

export const useWritingState = (writing: Writing): WritingState =>
  useSyncExternalStore(writing.subscribe, writing.snapshot);
