import { useEffect, useState } from 'react';
import { openPdf, type PdfPages } from '../../../scanning/pdfPages';
import { Button } from '../../../ui/Button';
import { reasonOf } from '../../../ui/reason';
import { Failure } from '../../../ui/States';
import { FromPicture } from './FromPicture';

/** So many pages are shown at first, and with each press. */
const SHOWN = 12;

/** A page's small picture, drawn when it is shown. */
function Thumbnail({
  pdf,
  page,
  onChoose,
}: {
  readonly pdf: PdfPages;
  readonly page: number;
  readonly onChoose: () => void;
}) {
  const [picture, setPicture] = useState<string>();
  useEffect(() => {
    let isLeft = false;
    // A page that cannot be drawn stays empty here; chosen, it says why.
    pdf.thumbnail(page).then(
      (p) => isLeft || setPicture(p),
      () => undefined,
    );
    return () => {
      isLeft = true;
    };
  }, [pdf, page]);
  return (
    <button
      type="button"
      onClick={onChoose}
      aria-label={`Page ${page}`}
      className="rounded-md border border-line bg-white p-2 hover:border-accent"
    >
      {picture === undefined ? (
        <span className="pulse block h-48 rounded bg-band" />
      ) : (
        <img src={picture} alt="" className="mx-auto h-48 object-contain" />
      )}
      <span className="mt-1 block text-[13px] text-secondary">Page {page}</span>
    </button>
  );
}

/** Bringing in a line from a PDF: its page is chosen, and read as a picture. */
export function FromPdf({ file, onAnother }: { readonly file: Blob; readonly onAnother: () => void }) {
  const [pdf, setPdf] = useState<PdfPages>();
  const [page, setPage] = useState<Blob>();
  const [reason, setReason] = useState<string>();
  const [shown, setShown] = useState(SHOWN);
  useEffect(() => {
    let opened: PdfPages | undefined;
    let isLeft = false;
    const open = async () => {
      opened = await openPdf(file);
      if (isLeft) return opened.close();
      setPdf(opened);
      if (opened.count === 1) setPage(await opened.picture(1));
    };
    open().catch((e: unknown) => setReason(reasonOf(e)));
    return () => {
      isLeft = true;
      opened?.close();
    };
  }, [file]);
  if (reason !== undefined) return <Failure title="This PDF could not be read" detail={reason} onRetry={onAnother} />;
  if (page !== undefined && (pdf === undefined || pdf.count === 1))
    return <FromPicture file={page} onAnother={onAnother} />;
  if (page !== undefined)
    return <FromPicture file={page} another="Choose another page" onAnother={() => setPage(undefined)} />;
  if (pdf === undefined || pdf.count === 1)
    return (
      <p role="status" className="grid h-72 place-items-center rounded-lg bg-panel text-secondary">
        Opening the PDF …
      </p>
    );
  const choose = (n: number) => {
    pdf.picture(n).then(setPage, (e: unknown) => setReason(reasonOf(e)));
  };
  return (
    <section aria-label="Pages of the PDF" className="space-y-4">
      <h2 className="text-xl">Which page is it?</h2>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-3 lg:grid-cols-6">
        {Array.from({ length: Math.min(shown, pdf.count) }, (_, i) => (
          <Thumbnail key={i} pdf={pdf} page={i + 1} onChoose={() => choose(i + 1)} />
        ))}
      </div>
      <div className="flex flex-wrap gap-2">
        {shown < pdf.count && (
          <Button onClick={() => setShown((n) => n + SHOWN)}>Show more pages ({pdf.count - shown} left)</Button>
        )}
        <Button kind="quiet" onClick={onAnother}>
          Take another file
        </Button>
      </div>
    </section>
  );
}
