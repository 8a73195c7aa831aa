import type { Result, Score, Written } from '@cifra/core';
import { readAbc } from '@cifra/formats';
import { expose } from 'comlink';

const api = {
  /** The line that a text says, or what is wrong in it. Of several voices the first is taken. */
  read(text: string): Result<Score<Written>> {
    const first = readAbc(text);
    const read = first.ok && first.value.kind === 'choose' ? readAbc(text, first.value.candidates[0]) : first;
    if (!read.ok) return read;
    if (read.value.kind !== 'line') return { ok: false, problems: [{ code: 'no-such-voice', severity: 'error' }] };
    return { ok: true, value: read.value.score, problems: read.problems };
  },
};

export type AbcApi = typeof api;
expose(api);
