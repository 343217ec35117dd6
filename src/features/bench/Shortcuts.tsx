import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';

const KEYS: readonly (readonly [string, string])[] = [
  ['↑ →', 'next thicker common size'],
  ['↓ ←', 'next thinner common size'],
  ['c', 'set aside and compare'],
  ['/', 'search the shelf: what fits'],
  ['Ctrl z', 'take the last edit back; with shift, redo'],
  ['u', 'millimetres or inches'],
  ['?', 'this list'],
];

/** All keys of the bench. */
export function Shortcuts({ open, onOpen }: { open: boolean; onOpen: (open: boolean) => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpen}>
      <Dialog.Trigger className="touch min-w-[44px] self-start px-1 text-[13px] text-soft underline underline-offset-4">
        Keys
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 w-[360px] -translate-x-1/2 -translate-y-1/2 rounded-[3px] border border-line bg-sheet p-5"
        >
          <Dialog.Title className="mb-3 text-[17px] font-[640]">Keys of the bench</Dialog.Title>
          <dl className="grid grid-cols-[72px_1fr] gap-y-1.5 text-[15px]">
            {KEYS.map(([key, what]) => (
              <div key={key} className="contents">
                <dt className="figure">{key}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close
            aria-label="Close"
            className="absolute top-2 right-2 flex h-11 w-11 items-center justify-center"
          >
            <X size={18} aria-hidden="true" />
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
