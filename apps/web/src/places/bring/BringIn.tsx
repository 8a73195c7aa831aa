import type { CandidateView, ImportView, RefusalView } from '@cifra/contract';
import { linesOf, MAX_TEXT_LENGTH, type PageOwner } from '@cifra/core';
import { FileUp } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { useNavigate } from 'react-router';
import { RequestError } from '../../api/request';
import { createExercise } from '../../api/resources';
import { PageOwnerOptions } from '../../classroom/PageOwnerOptions';
import { Button } from '../../ui/Button';
import { SelectField, TextField } from '../../ui/Field';
import { ChooseLine } from './ChooseLine';
import { exerciseOf, joinLines, type LineImport } from './joinLines';
import { LinePreview } from '../../engraving/LinePreview';
import { CameraButton, FromPage, isPageFile, PAGE_FILES, usePageFile } from './picture/PictureFile';
import { ProblemNotes } from './ProblemNotes';
import { MAX_FILE_MB, readSource, refusedUnread, type Source } from './readSource';
import { reasonOf } from '../../ui/reason';

const TYPING_PAUSE_MS = 450;
const STARTER = 'X:1\nT:\nM:4/4\nL:1/4\nK:F\n';

/** Where notes may begin when a file has no written values. */
const GRID_WORDS: Readonly<Record<string, string>> = {
  quarter: 'quarters',
  eighth: 'eighths',
  '16th': 'sixteenths',
  'eighth-triplet': 'eighths and triplets',
  '16th-triplet': 'sixteenths and triplets',
};

/** Bringing in a line: text or file, which part, whose page, a preview, then the shelf. */
export function BringIn() {
  const navigate = useNavigate();
  const [text, setText] = useState(STARTER);
  const [source, setSource] = useState<Source>();
  const [reading, setReading] = useState<ImportView>();
  /** The lines taken so far, when several were chosen. */
  const [lines, setLines] = useState<readonly LineImport[]>([]);
  const [refusal, setRefusal] = useState<RefusalView>();
  const [busy, setBusy] = useState(false);
  const [chosen, setChosen] = useState<readonly CandidateView[]>([]);
  const [owner, setOwner] = useState<PageOwner>('concert');
  const [title, setTitle] = useState('');
  const [saveError, setSaveError] = useState<string>();
  const [keeping, setKeeping] = useState(false);
  const page = usePageFile();
  const latest = useRef(0);

  const read = async (from: Source, choices: readonly CandidateView[] = [], grid?: string) => {
    const turn = ++latest.current;
    setBusy(true);
    try {
      const results = await Promise.all(
        (choices.length === 0 ? [undefined] : choices).map((c) => readSource(from, c, grid)),
      );
      if (turn !== latest.current) return;
      const [result] = results;
      const taken = results.filter((r) => r.kind === 'line');
      setReading(result);
      setLines(taken);
      setRefusal(undefined);
      if (taken.length > 0) {
        setOwner(joinLines(taken).owner);
        setTitle((t) =>
          from.kind === 'text' && t !== '' && taken[0]?.source.title === '' ? t : (taken[0]?.source.title ?? ''),
        );
      } else if (result?.kind === 'exercise') setTitle(result.exercise.source.title);
    } catch (e) {
      if (turn !== latest.current) return;
      setReading(undefined);
      setLines([]);
      setRefusal(e instanceof RequestError ? e.refusal : { code: 'internal', detail: reasonOf(e) });
    } finally {
      if (turn === latest.current) setBusy(false);
    }
  };

  const takeFile = (file: File) => {
    if (isPageFile(file)) page.take(file);
    else take({ kind: 'file', file });
  };
  const take = (from: Source) => {
    setSource(from);
    setChosen([]);
    const unread = refusedUnread(from);
    if (unread !== undefined) {
      latest.current += 1;
      setReading(undefined);
      setLines([]);
      setRefusal(unread);
      return;
    }
    void read(from);
  };

  // Text is read as it is typed, a moment after the last key.
  useEffect(() => {
    if (text === STARTER || text.trim() === '') return;
    const timer = setTimeout(() => take({ kind: 'text', text }), TYPING_PAUSE_MS);
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a change of the text asks for a new reading
  }, [text]);

  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    multiple: false,
    noClick: true,
    noKeyboard: true,
    onDrop: ([file]) => file !== undefined && takeFile(file),
  });

  const whole = reading?.kind === 'exercise' ? reading : undefined;
  const first = lines[0];
  const shown = first === undefined ? (whole === undefined ? [] : linesOf(whole.exercise)) : joinLines(lines).lines;
  const keep = async () => {
    setSaveError(undefined);
    setKeeping(true);
    const name = title.trim() === '' ? 'Untitled line' : title.trim();
    const document =
      whole === undefined
        ? exerciseOf(lines, owner, name)
        : { ...whole.exercise, source: { ...whole.exercise.source, title: name } };
    try {
      const made = await createExercise(name, document);
      void navigate(`/exercises/${made.id}/parts`);
    } catch (e) {
      setSaveError(reasonOf(e));
      setKeeping(false);
    }
  };

  return (
    <div {...getRootProps({ className: 'relative min-h-0 flex-1 overflow-y-auto' })}>
      <header className="flex h-14 items-center border-b border-line px-6">
        <h1 className="text-xl">Bring in a line</h1>
      </header>
      {isDragActive && (
        <div className="absolute inset-2 z-20 grid place-items-center rounded-lg border-2 border-dashed border-accent bg-accent-soft/90 text-xl font-semibold text-accent">
          Drop the file to read it
        </div>
      )}
      {page.file !== undefined && (
        <div className="p-6">
          <FromPage file={page.file} onAnother={page.leave} />
        </div>
      )}
      <div className="grid gap-8 p-6 lg:grid-cols-[22rem_1fr]" hidden={page.file !== undefined}>
        <section aria-label="The line" className="space-y-4">
          <input
            {...getInputProps({
              accept: `.abc,.musicxml,.xml,.mxl,.mid,.midi,.json,${PAGE_FILES}`,
              'aria-label': 'Music file',
            })}
          />
          <Button onClick={open} icon={<FileUp size={16} />} className="h-11 w-full">
            Choose a file, or drop one here
          </Button>
          <CameraButton onTake={page.take} />
          <p className="text-[13px] text-secondary">
            A photograph, scan or PDF of a page; or MusicXML (.musicxml, .xml, .mxl), ABC (.abc), MIDI of one line
            (.mid), or a Cifra file (.json), up to {MAX_FILE_MB} MB.
          </p>
          {source?.kind === 'file' && (
            <p className="truncate rounded-md bg-panel px-3 py-2 text-[13px]">
              Read from <strong>{source.file.name}</strong>
            </p>
          )}
          <div>
            <label htmlFor="abc" className="mb-1 block text-[13px] font-medium">
              Or paste ABC text
            </label>
            <textarea
              id="abc"
              value={text}
              onChange={(e) => setText(e.target.value)}
              spellCheck={false}
              rows={13}
              className="w-full resize-y rounded-md border border-[#8a97ab] px-3 py-2 font-mono text-[13px] leading-relaxed"
            />
          </div>
        </section>
        <section aria-label="Preview" aria-busy={busy} className="min-w-0">
          {refusal !== undefined && (
            <div role="alert" className="rounded-md border-l-4 border-warning bg-warning-soft px-4 py-3">
              <p className="font-semibold text-warning">This could not be read.</p>
              <p className="mt-1">{refusal.detail}</p>
            </div>
          )}
          {reading?.kind === 'choose' && (
            <ChooseLine
              candidates={reading.candidates}
              onChoose={(all) => {
                setChosen(all);
                if (source !== undefined) void read(source, all);
              }}
            />
          )}
          {refusal === undefined && reading === undefined && (
            <div className="grid h-72 place-items-center rounded-lg bg-panel text-center text-secondary">
              <p>
                {busy ? (
                  'Reading …'
                ) : (
                  <>
                    The line appears here as soon as it can be read.
                    <br />
                    Nothing is kept before you say so.
                  </>
                )}
              </p>
            </div>
          )}
          {shown.length > 0 && (
            <div className="space-y-5">
              <div className="grid items-start gap-4 md:grid-cols-2">
                <TextField
                  id="line-title"
                  label="Title"
                  value={title}
                  maxLength={MAX_TEXT_LENGTH}
                  placeholder="Untitled line"
                  onChange={(e) => setTitle(e.target.value)}
                />
                {whole === undefined && (
                  <SelectField
                    id="owner"
                    label="Whose page is it?"
                    value={owner}
                    onChange={(e) => setOwner(e.target.value as PageOwner)}
                  >
                    <PageOwnerOptions concert="Concert pitch: it sounds as it reads" chosen={owner} />
                  </SelectField>
                )}
                {first?.grid !== undefined && (
                  <SelectField
                    id="grid"
                    label="Notes begin on"
                    value={first.grid}
                    onChange={(e) => {
                      if (source !== undefined)
                        void read(
                          source,
                          lines.map((l) => l.candidate),
                          e.target.value,
                        );
                    }}
                  >
                    {Object.entries(GRID_WORDS).map(([grid, words]) => (
                      <option key={grid} value={grid}>
                        {words}
                      </option>
                    ))}
                  </SelectField>
                )}
              </div>
              {shown.map((score, i) => (
                <div key={i}>
                  {shown.length > 1 && (
                    <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">Line {i + 1}</h2>
                  )}
                  <LinePreview score={score} />
                </div>
              ))}
              <ProblemNotes
                problems={lines.length > 0 ? lines.flatMap((l) => l.problems) : (reading?.problems ?? [])}
              />
              {saveError !== undefined && (
                <p role="alert" className="text-warning">
                  {saveError}
                </p>
              )}
              <div className="flex flex-wrap items-center gap-3">
                <Button kind="primary" className="h-10" disabled={keeping} onClick={() => void keep()}>
                  Keep it and make the parts
                </Button>
                {chosen.length > 0 && source !== undefined && (
                  <Button
                    className="h-10"
                    onClick={() => {
                      setChosen([]);
                      void read(source);
                    }}
                  >
                    Choose another part
                  </Button>
                )}
              </div>
            </div>
          )}
        </section>
      </div>
    </div>
  );
}
