import { useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';
import { isPracticeView, type PracticeView } from './PracticePanel';

/**
 * The view of the panel, which stands in the address, and whether the panel is open where it has no room beside the
 * part: whoever asks for a view by its address sees it, also after the panel was closed.
 */
export function usePracticeView() {
  const [query, setQuery] = useSearchParams();
  const { key } = useLocation();
  const asked = query.get('do');
  const view = isPracticeView(asked) ? asked : 'steps';
  const [held, setHeld] = useState({ key, isOpen: view !== 'steps' });
  if (held.key !== key) setHeld({ key, isOpen: held.isOpen || view !== 'steps' });
  const setView = (to: PracticeView) =>
    setQuery(
      (before) => {
        const after = new URLSearchParams(before);
        if (to === 'steps') after.delete('do');
        else after.set('do', to);
        return after;
      },
      { replace: true },
    );
  return { view, setView, isPanelOpen: held.isOpen, setPanelOpen: (isOpen: boolean) => setHeld({ key, isOpen }) };
}
