import { useSearchParams } from 'react-router';
import { isPracticeView, type PracticeView } from './PracticePanel';

/** The view of the panel, which stands in the address. */
export function usePracticeView(): [PracticeView, (to: PracticeView) => void] {
  const [query, setQuery] = useSearchParams();
  const asked = query.get('do');
  const open = (to: PracticeView) =>
    setQuery(
      (before) => {
        const after = new URLSearchParams(before);
        if (to === 'steps') after.delete('do');
        else after.set('do', to);
        return after;
      },
      { replace: true },
    );
  return [isPracticeView(asked) ? asked : 'steps', open];
}
