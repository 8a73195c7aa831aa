import { Camera } from 'lucide-react';
import { useEffect, useState } from 'react';
import { FromPdf } from './FromPdf';
import { FromPicture } from './FromPicture';

const isPdf = (file: File): boolean => file.type === 'application/pdf' || /\.pdf$/i.test(file.name);
/** What a page is read from: pictures that browsers know, and PDF. */
export const isPageFile = (file: File): boolean =>
  isPdf(file) || /^image\/(png|jpeg|webp)$/.test(file.type) || /\.(png|jpe?g|webp)$/i.test(file.name);
export const PAGE_FILES = 'image/png,image/jpeg,image/webp,.pdf';

/** The picture that is looked at: chosen, photographed, dropped, or pasted anywhere on the page. */
export function usePageFile() {
  const [file, setFile] = useState<File>();
  useEffect(() => {
    const onPaste = (e: ClipboardEvent) => {
      const pasted = [...(e.clipboardData?.files ?? [])].find(isPageFile);
      if (pasted === undefined) return;
      e.preventDefault();
      setFile(pasted);
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, []);
  return { file, take: setFile, leave: () => setFile(undefined) };
}

/** Opens the camera of a phone or tablet. */
export const CameraButton = ({ onTake }: { readonly onTake: (file: File) => void }) => (
  <label className="hidden h-11 cursor-pointer items-center justify-center gap-2 rounded-md bg-accent text-[13.5px] font-medium text-white focus-within:outline-2 pointer-coarse:flex">
    <Camera size={16} aria-hidden /> Photograph a page
    <input
      type="file"
      accept="image/*"
      capture="environment"
      className="sr-only"
      onChange={(e) => {
        const taken = e.target.files?.[0];
        if (taken !== undefined) onTake(taken);
      }}
    />
  </label>
);

/** Bringing in a line from a picture or a PDF. */
export const FromPage = ({ file, onAnother }: { readonly file: File; readonly onAnother: () => void }) =>
  isPdf(file) ? (
    <FromPdf file={file} onAnother={onAnother} />
  ) : (
    <FromPicture key={file.name + file.lastModified} file={file} onAnother={onAnother} />
  );
