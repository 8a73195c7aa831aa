import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { createContext, type ReactNode, useContext, useEffect, useRef, useState } from 'react';
import { Button } from './Button';
import { backToDesk, keyboardHolder } from './toDesk';

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly title: string;
  readonly description?: string;
  readonly children: ReactNode;
  readonly wide?: boolean;
}

/** Tells the dialog around whether closing it would lose something. */
const TellUnsaved = createContext<(isUnsaved: boolean) => void>(() => undefined);

/** Says inside a dialog that what was changed in it is not saved: Escape and a press beside it ask first. */
export function Unsaved({ when }: { readonly when: boolean }) {
  const tell = useContext(TellUnsaved);
  useEffect(() => {
    tell(when);
    return () => tell(false);
  }, [when, tell]);
  return null;
}

export function Modal({ open, onOpenChange, children, ...rest }: Props) {
  const isUnsaved = useRef(false);
  const [tell] = useState(() => (is: boolean) => {
    isUnsaved.current = is;
  });
  const [isAsking, setAsking] = useState(false);
  const change = (on: boolean) => {
    // Escape while it asks is the careful answer: everything stays.
    setAsking(!on && isUnsaved.current && !isAsking);
    if (on || !isUnsaved.current) onOpenChange(on);
  };
  const throwAway = () => {
    setAsking(false);
    onOpenChange(false);
  };
  return (
    <Dialog.Root open={open} onOpenChange={change}>
      <Dialog.Portal>
        <Dialog.Overlay className="fade-in fixed inset-0 z-40 bg-ink/35" />
        <Content {...rest}>
          <TellUnsaved value={tell}>{children}</TellUnsaved>
          {isAsking && <AskUnsaved onThrowAway={throwAway} onGoOn={() => setAsking(false)} />}
        </Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** Mounted while it is open. */
function Content({ title, description, children, wide = false }: Omit<Props, 'open' | 'onOpenChange'>) {
  // Looked at before anything in here has the keyboard.
  const [opener] = useState(keyboardHolder);
  return (
    <Dialog.Content
      onCloseAutoFocus={(e) => {
        backToDesk(e);
        if (e.defaultPrevented) return;
        e.preventDefault();
        opener?.focus();
      }}
      className={`fade-in fixed top-1/2 left-1/2 z-50 max-h-[90vh] w-[calc(100vw-2rem)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-lg bg-white p-6 shadow-xl ${wide ? 'max-w-2xl' : 'max-w-md'}`}
      {...(description === undefined && { 'aria-describedby': undefined })}
    >
      <div className="mb-4 flex items-start justify-between gap-4">
        <Dialog.Title className="text-xl">{title}</Dialog.Title>
        <Dialog.Close className="-m-1 rounded p-1 text-secondary hover:bg-desk" aria-label="Close">
          <X size={18} />
        </Dialog.Close>
      </div>
      {description !== undefined && (
        <Dialog.Description className="mb-4 text-secondary">{description}</Dialog.Description>
      )}
      {children}
    </Dialog.Content>
  );
}

const AskUnsaved = ({ onThrowAway, onGoOn }: { readonly onThrowAway: () => void; readonly onGoOn: () => void }) => (
  <div
    role="alertdialog"
    aria-label="Not saved yet"
    className="sticky -bottom-6 z-10 -mx-6 mt-4 -mb-6 flex flex-wrap items-center justify-end gap-3 border-t border-line bg-white px-6 py-3 shadow-lg"
  >
    <p className="mr-auto font-medium">What you changed here is not saved yet.</p>
    <Button onClick={onThrowAway}>Throw it away</Button>
    <Button kind="primary" autoFocus onClick={onGoOn}>
      Go on with it
    </Button>
  </div>
);

/** What ends a dialog: it stays in sight while a long dialog scrolls under it. */
export const ModalFooter = ({ children }: { readonly children: ReactNode }) => (
  <div className="sticky -bottom-6 -mx-6 -mb-6 flex items-center justify-end gap-3 border-t border-line bg-white px-6 py-3">
    {children}
  </div>
);
