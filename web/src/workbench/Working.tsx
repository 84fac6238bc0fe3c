import { UnderWay } from '../parts/UnderWay';
import { useSeen, useView } from '../view/view';

/** What the view waits for. */
export function Working() {
  const { api } = useView();
  const { working, stop } = useSeen('working', 'stop');
  return <UnderWay working={working} of={api} doing={api.doing} stop={stop} />;
}
