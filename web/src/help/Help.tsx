import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { onRail, useStations, useToday } from '../api/queries';
import { sameAgain } from '../ui/sameAgain';
import { whenShown } from '../ui/whenShown';
import { stepWord } from '../ui/words';
import styles from './Help.module.css';

const WordsDialog = whenShown(async () => (await import('./WordsDialog')).default);

/** A typed letter is a letter; keys count where nothing is typed and nothing lies over the page. */
const isTyping = (at: EventTarget | null) =>
  (at instanceof HTMLElement && (at.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(at.tagName))) ||
  document.querySelector('[role=dialog], [role=listbox], [role=menu]') !== null;

const focusOn = (selector: string) => document.querySelector<HTMLElement>(selector)?.focus();

/** The words of the page and the keys, behind `?` and behind a button; and the keys themselves. */
export function Help() {
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const stations = onRail(useStations().data, useToday().data);

  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || e.repeat || isTyping(e.target)) return;
      const station = stations[e.key === '0' ? 9 : Number(e.key) - 1];
      const acts: Record<string, () => void> = {
        '?': () => setOpen(true),
        f: () => focusOn('[data-find]'),
        w: () => focusOn('#bench input[data-weight], #bench input'),
        t: () => void navigate('/'),
        i: () => void navigate('/take-in'),
        s: sameAgain,
      };
      const act = acts[e.key] ?? (station && (() => void navigate(`/station/${station.step}`)));
      if (!act) return;
      e.preventDefault();
      act();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [navigate, stations]);

  const keys: [string, string][] = [
    ['?', 'these words and keys'],
    ['f', 'find'],
    ['w', 'to the weight'],
    ['s', 'same again: the weights that were logged last at this station'],
    ['t', 'today'],
    ['i', 'take in'],
    ...stations.slice(0, 10).map((s, i): [string, string] => [`${(i + 1) % 10}`, stepWord[s.step].toLowerCase()]),
  ];
  return (
    <>
      <Button
        className={styles.wordsAndKeys}
        size="small"
        onClick={() => setOpen(true)}
        aria-label="Words and keys of this page"
      >
        ? Words
      </Button>
      {open && <WordsDialog path={pathname} keys={keys} close={() => setOpen(false)} />}
    </>
  );
}
