import type { DropdownMenuProps } from 'react-bootstrap';

/** Where a menu opens: always whole within the window, over its button where there is no room beside it. */
export const INSIDE: DropdownMenuProps['popperConfig'] = {
  strategy: 'fixed',
  modifiers: [{ name: 'preventOverflow', options: { altAxis: true, padding: 8 } }],
};
