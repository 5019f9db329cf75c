import { useEffect, useEffectEvent } from 'react';

const typing = (at: EventTarget | null) =>
  at instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT|BUTTON|A)$/.test(at.tagName);

/** A foot switch acts as a key: space and Enter count wherever nothing is typed and nothing is open. */
export function useCountKey(on: boolean, act: () => void) {
  const count = useEffectEvent(act);
  useEffect(() => {
    if (!on) return;
    const press = (e: KeyboardEvent) => {
      if ((e.key !== ' ' && e.key !== 'Enter') || e.repeat || e.ctrlKey || e.metaKey || e.altKey || typing(e.target))
        return;
      if (document.querySelector('[role=dialog], [role=listbox]')) return;
      e.preventDefault();
      count();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [on]);
}
