import { useId, type ReactNode } from 'react';
import { Modal, type ModalProps } from 'react-bootstrap';

/**
 * A dialog under its title, with a cross. It comes and goes without a transition: one that the browser never starts, as happens while
 * a picture keeps it busy, would leave a dialog that nobody sees over the page.
 */
export function Dialog({ title, head, children, ...more }: Omit<ModalProps, 'title'> & { title: ReactNode; head?: ReactNode }) {
  const id = useId();
  return (
    <Modal animation={false} aria-labelledby={id} {...more}>
      <Modal.Header closeButton>
        <Modal.Title id={id} className="serif fs-5">{title}</Modal.Title>
        {head}
      </Modal.Header>
      {children}
    </Modal>
  );
}
