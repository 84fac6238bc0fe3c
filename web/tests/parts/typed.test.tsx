// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, expect, it, vi } from 'vitest';
import { EditableName } from '../../src/parts/EditableName';
import { PopUp } from '../../src/parts/PopUp';

const onRename = vi.fn<(name: string) => void>();
const field = () => screen.getByLabelText<HTMLInputElement>('Name of it');

afterEach(() => {
  cleanup();
  onRename.mockClear();
});

async function type(text: string) {
  render(<EditableName name="Shore" label="Name of it" className="" onRename={onRename} />);
  const user = userEvent.setup();
  await user.clear(field());
  await user.type(field(), text);
  return user;
}

it('a name is taken on Enter, and the field keeps the focus', async () => {
  await type('Bank{Enter}');
  expect(onRename).toHaveBeenCalledExactlyOnceWith('Bank');
  expect(document.activeElement).toBe(field());
});

it('what was typed without Enter is taken when the page is left', async () => {
  await type('Bank');
  fireEvent(window, new Event('pagehide'));
  expect(onRename).toHaveBeenCalledExactlyOnceWith('Bank');
});

it('and when what holds the field goes away', async () => {
  await type('Bank');
  cleanup();
  expect(onRename).toHaveBeenCalledExactlyOnceWith('Bank');
});

it('Escape takes it back; blanks and the same name are no rename', async () => {
  const user = await type('Bank{Escape}');
  expect(field().value).toBe('Shore');
  await user.clear(field());
  await user.type(field(), '  {Enter}');
  expect(field().value).toBe('Shore');
  expect(onRename).not.toHaveBeenCalled();
});

it('a name that is refused does not stay in the field', async () => {
  await type('Reeds{Enter}');
  expect(field().value).toBe('Shore');
});

function Held() {
  const [button, setButton] = useState<HTMLButtonElement | null>(null);
  const [open, setOpen] = useState(false);
  return (
    <>
      <button ref={setButton} onClick={() => setOpen(true)}>
        Ends
      </button>
      <PopUp target={button} show={open} placement="right" label="Ends of density" onHide={() => setOpen(false)}>
        <input aria-label="low" />
      </PopUp>
    </>
  );
}

it('focus goes into a small window, and Escape gives it back to what opened it', async () => {
  render(<Held />);
  const user = userEvent.setup();
  await user.click(screen.getByText('Ends'));
  expect(screen.getByRole('dialog', { name: 'Ends of density' })).toBeTruthy();
  expect(document.activeElement).toBe(screen.getByLabelText('low'));
  await user.keyboard('{Escape}');
  expect(screen.queryByRole('dialog')).toBeNull();
  expect(document.activeElement).toBe(screen.getByText('Ends'));
});
