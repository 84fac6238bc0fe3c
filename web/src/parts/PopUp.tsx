import { useEffect, useRef, type ReactNode, type RefObject } from 'react';
import { Overlay, Popover } from 'react-bootstrap';
import type { Placement } from 'react-bootstrap/esm/types';

interface Props {
  target: RefObject<HTMLElement | null> | HTMLElement | null;
  show: boolean;
  placement: Placement;
  /** What it is about, for screen readers. */
  label: string;
  className?: string;
  bodyClassName?: string;
  onHide: () => void;
  children: ReactNode;
}

/** A small window beside what it belongs to: focus goes in when it opens, Escape closes it, and focus returns to where it came from. */
export function PopUp({ target, show, placement, label, className, bodyClassName, onHide, children }: Props) {
  return (
    <Overlay target={target} show={show} placement={placement} transition={false} rootClose onHide={onHide}>
      <Popover role="dialog" aria-label={label} className={className}>
        <Popover.Body className={bodyClassName}>
          <Inside onHide={onHide}>{children}</Inside>
        </Popover.Body>
      </Popover>
    </Overlay>
  );
}

function Inside({ onHide, children }: { onHide: () => void; children: ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const from = document.activeElement as HTMLElement | null;
    const inside = box.current!;
    const first = inside.querySelector<HTMLElement>('input:not([type=range]), select, [role=slider]') ?? inside;
    first.focus({ preventScroll: true });
    return () => {
      const lost = document.activeElement === document.body || inside.contains(document.activeElement);
      if (lost && from?.isConnected) from.focus({ preventScroll: true });
    };
  }, []);
  return (
    <div
      ref={box}
      tabIndex={-1}
      className="pop-up"
      onKeyDown={(event) => {
        if (event.key !== 'Escape' || event.defaultPrevented) return;
        event.stopPropagation();
        onHide();
      }}
    >
      {children}
    </div>
  );
}
