import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

type SheetProps = {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly title: string;
  readonly children: ReactNode;
  /** at the side: reading matter that leaves the page in view */
  readonly side?: boolean;
  /** it is answered, not closed */
  readonly locked?: boolean;
  /** where the focus goes first: to its first answer, or to its close button where a stray key must do nothing */
  readonly start?: 'answer' | 'close';
  readonly onKeyDown?: (event: React.KeyboardEvent) => void;
};

/** what a dialog itself names as its first answer */
const NAMED = '[data-first]';
const CHOSEN = '[role="radio"][data-state="on"]';
const FIRST = '[role="radio"], button:not(:disabled), input, select, textarea, a[href]';

/** A dialog that fits 1280×800 and a 768-wide tablet. Escape closes it. */
export function Sheet({
  open,
  onOpenChange,
  title,
  children,
  side,
  locked,
  start = side ? 'close' : 'answer',
  onKeyDown,
}: SheetProps) {
  const place = side
    ? 'fixed inset-y-0 right-0 w-[440px] max-w-full border-l-[1.5px]'
    : 'fixed left-1/2 top-1/2 max-h-[92vh] w-[620px] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 border-[1.5px] rounded';
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className={`fixed inset-0 print:hidden ${side ? '' : 'bg-scrim'}`} />
        <Dialog.Content
          aria-describedby={undefined}
          onKeyDown={onKeyDown}
          onOpenAutoFocus={(event) => {
            const body = (event.currentTarget as HTMLElement).querySelector('[data-sheet-body]');
            const answer =
              start === 'answer'
                ? (body?.querySelector<HTMLElement>(NAMED) ??
                  body?.querySelector<HTMLElement>(CHOSEN) ??
                  body?.querySelector<HTMLElement>(FIRST))
                : undefined;
            if (!answer) return;
            event.preventDefault();
            answer.focus();
          }}
          className={`${place} overflow-auto border-ink bg-panel p-6 print:hidden`}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Dialog.Title className="text-xl font-bold">{title}</Dialog.Title>
            {!locked && (
              <Dialog.Close className="btn min-w-11" aria-label="Close">
                ×
              </Dialog.Close>
            )}
          </div>
          <div data-sheet-body>{children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
