import { Modal } from 'react-bootstrap';
import { Dialog } from '../parts/Dialog';

const KEYS: [string, string][] = [
  ['Ctrl + Z', 'undo'],
  ['Ctrl + Shift + Z', 'redo'],
  ['S', 'search everything'],
  ['Space', 'play or pause'],
  ['V', 'values or daylight'],
  ['L', 'the place as lines, or daylight'],
  ['P', 'plan view'],
  ['F', 'what is chosen in the picture; again, the whole site'],
  ['C, held', 'the value before the chosen step'],
  ['B', 'brush in the hand, for a brush falloff'],
  ['On a handle: arrows', 'move it a little; with Shift ten times as far'],
  ['On a falloff’s head: I', 'pin it to the left'],
  ['?', 'this list'],
  ['Escape', 'close, or stop placing'],
  ['On the board: arrows', 'from cell to cell'],
  ['On the board: Enter', 'let it drive, or its curve'],
  ['On the board: Delete', 'clear the cell'],
  ['On a step: Alt + ← →', 'move it'],
  ['On a number: ↑ ↓', 'change it; Shift × 10, Alt ÷ 10'],
  ['On a number: menu key, or right button', 'try its values, or back to its default'],
  ['In the view: drag', 'turn; right drag or Shift moves; wheel zooms'],
  ['While drawing places: Space', 'a corner in the middle of the view; Enter ends'],
  ['In the view: arrows', 'turn; with Shift move; + − zoom; Enter asks Why here?'],
  ['Side by side: arrows', 'turn both; + − nearer, farther; on the line, move it'],
];

/** The list of shortcuts, and the theme. */
export function Shortcuts({ show, onHide }: { show: boolean; onHide: () => void }) {
  const root = document.documentElement.dataset;
  const turn = () => {
    root.bsTheme = root.bsTheme === 'dark' ? 'light' : 'dark';
    localStorage.setItem('theme', root.bsTheme);
  };
  return (
    <Dialog show={show} onHide={onHide} title="Shortcuts">
      <Modal.Body>
        <table className="table table-sm mb-3">
          <tbody>
            {KEYS.map(([key, what]) => (
              <tr key={key}>
                <td className="fw-semibold text-nowrap">{key}</td>
                <td>{what}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <button className="btn btn-quiet" onClick={turn}>
          Light or dark paper
        </button>
      </Modal.Body>
    </Dialog>
  );
}
