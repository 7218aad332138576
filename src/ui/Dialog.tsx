import {
  type PointerEvent,
  useId,
  useLayoutEffect,
  useRef,
  type ReactNode,
  type RefObject,
} from 'react';
import { createPortal } from 'react-dom';

/** Whether a press was beside a dialog, on the ground behind it. */
function isBeside({ target, clientX, clientY, currentTarget }: PointerEvent<HTMLElement>): boolean {
  if (target !== currentTarget) return false;
  const { left, right, top, bottom } = currentTarget.getBoundingClientRect();
  return clientX < left || clientX > right || clientY < top || clientY > bottom;
}

interface Props {
  open: boolean;
  onClose: () => void;
  title: string;
  children: ReactNode;
  wide?: boolean;
  /** what has the keys first */
  focus?: RefObject<HTMLElement | null>;
}
/**
 * A dialog with a title and a way out; the rest of the page waits. It is the browser's own: that
 * keeps the keys in it, and what lies behind out of reach.
 */
export const Dialog = (props: Props) =>
  props.open ? createPortal(<OpenDialog {...props} />, document.body) : null;

function OpenDialog({ onClose, title, children, wide, focus }: Props) {
  const dialog = useRef<HTMLDialogElement>(null);
  const heading = useId();
  // At once: a letter typed before it had the keys would be lost.
  useLayoutEffect(() => {
    const before = document.activeElement;
    dialog.current?.showModal();
    focus?.current?.focus();
    return () => {
      if (before instanceof HTMLElement) before.focus();
    };
  }, [focus]);
  return (
    <dialog
      ref={dialog}
      className="dialog"
      style={wide ? { width: 'min(880px, calc(100vw - 24px))' } : undefined}
      aria-labelledby={heading}
      onCancel={(event) => {
        event.preventDefault();
        onClose();
      }}
      onPointerDown={(event) => isBeside(event) && onClose()}
    >
      <div className="mb-4 flex items-start justify-between gap-4">
        <h2 id={heading}>{title}</h2>
        <button type="button" className="act" aria-label="Close this" onClick={onClose}>
          Close
        </button>
      </div>
      {children}
    </dialog>
  );
}
