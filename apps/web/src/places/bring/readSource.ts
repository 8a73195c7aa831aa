import type { CandidateView, ImportView, RefusalView } from '@cifra/contract';
import { post, postBytes } from '../../api/request';

export const MAX_FILE_MB = 5;

/** What a line is read from. */
export type Source = { readonly kind: 'text'; readonly text: string } | { readonly kind: 'file'; readonly file: File };

/**
 * Has the server read it.
 * @param choice one part and voice of several
 * @param grid where notes begin when it has no written values
 */
export const readSource = (source: Source, choice?: CandidateView, grid?: string): Promise<ImportView> => {
  if (source.kind === 'text')
    return post<ImportView>('/api/imports/text', {
      text: source.text,
      ...(choice !== undefined && { part: choice.part, voice: choice.voice }),
    });
  const query = new URLSearchParams({
    ...(choice === undefined && grid === undefined
      ? {}
      : { part: String(choice?.part ?? 0), voice: choice?.voice ?? '1' }),
    ...(grid !== undefined && { grid }),
  });
  return postBytes<ImportView>(`/api/imports/file${query.size === 0 ? '' : `?${query}`}`, source.file);
};

const TOO_LARGE: RefusalView = {
  code: 'too-large',
  detail: `The file is larger than ${MAX_FILE_MB} MB. A written line is far smaller: export only this piece and try again.`,
};

/** Why it is not even sent. */
export const refusedUnread = (source: Source): RefusalView | undefined =>
  source.kind === 'file' && source.file.size > MAX_FILE_MB * 1024 * 1024 ? TOO_LARGE : undefined;
