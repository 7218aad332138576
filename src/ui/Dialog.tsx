import * as Radix from '@radix-ui/react-dialog';

/** A dialog with a title and a way out; the rest of the page waits. */
export function Dialog({
  open,
  onClose,
  title,
  children,
  wide,
  focus,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  children: React.ReactNode;
  wide?: boolean;
  /** what has the keys first */ focus?: React.RefObject<HTMLElement | null>;
}) {
  return (
    <Radix.Root open={open} onOpenChange={(is) => !is && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="dialog-ground" />
        <Radix.Content
          className="dialog"
          style={wide ? { width: 'min(880px, calc(100vw - 24px))' } : undefined}
          aria-describedby={undefined}
          onOpenAutoFocus={
            focus &&
            ((event) => {
              event.preventDefault();
              focus.current?.focus();
            })
          }
        >
          <div className="mb-4 flex items-start justify-between gap-4">
            <Radix.Title asChild>
              <h2>{title}</h2>
            </Radix.Title>
            <Radix.Close className="act" aria-label="Close this">
              Close
            </Radix.Close>
          </div>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
