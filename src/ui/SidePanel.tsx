import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

/** A panel at the right edge over the page, closed by its button, Escape or a press beside it. */
export function SidePanel({
  title,
  trigger,
  open,
  onOpenChange,
  width,
  children,
}: {
  title: ReactNode;
  /** The button that opens it; left out, it is opened by whoever shows it. */
  trigger?: ReactNode;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  width: number;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      {trigger === undefined ? null : <Dialog.Trigger asChild>{trigger}</Dialog.Trigger>}
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          style={{ width }}
          className="fixed inset-y-0 right-0 z-50 flex max-w-full flex-col gap-3 overflow-y-auto border-l border-ink bg-paper p-4"
        >
          <div className="flex items-start justify-between gap-3">
            <Dialog.Title className="text-[19px] font-[640]">{title}</Dialog.Title>
            <Dialog.Close className="touch min-w-[44px] text-[14px] text-accent underline underline-offset-4">
              Close
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
