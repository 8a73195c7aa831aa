import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { backToDesk } from './toDesk';

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly title: string;
  readonly description?: string;
  readonly children: ReactNode;
  readonly wide?: boolean;
}

export function Modal({ open, onOpenChange, title, description, children, wide = false }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fade-in fixed inset-0 z-40 bg-ink/35" />
        <Dialog.Content
          onCloseAutoFocus={backToDesk}
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
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** What ends a dialog: it stays in sight while a long dialog scrolls under it. */
export const ModalFooter = ({ children }: { readonly children: ReactNode }) => (
  <div className="sticky -bottom-6 -mx-6 -mb-6 flex items-center justify-end gap-3 border-t border-line bg-white px-6 py-3">
    {children}
  </div>
);
