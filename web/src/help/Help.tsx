import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Typography } from '../ui/Typography';
import { lazy, Suspense, useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { FormDialog } from '../ui/layouts';
import { onRail, useStations, useToday } from '../api/queries';
import { sameAgain } from '../ui/sameAgain';
import { stepWord } from '../ui/words';

const Words = lazy(() => import('./Words'));

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
        size="small"
        onClick={() => setOpen(true)}
        aria-label="Words and keys of this page"
        sx={{ minWidth: 0, px: 0.75, whiteSpace: 'nowrap' }}
      >
        ? Words
      </Button>
      {open && (
        <FormDialog
          title="Words of this page"
          close={() => setOpen(false)}
          actions={<Button onClick={() => setOpen(false)}>Close</Button>}
        >
          <Suspense fallback={null}>
            <Words path={pathname} />
          </Suspense>
          <Typography variant="h3" component="h2">
            Keys
          </Typography>
          <Typography color="text.secondary">Where nothing is being typed.</Typography>
          <Box
            component="dl"
            sx={{ m: 0, display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 2, rowGap: 0.5 }}
          >
            {keys.map(([key, what]) => (
              <Box key={key} sx={{ display: 'contents' }}>
                <Box component="dt" sx={{ fontWeight: 700 }}>
                  {key}
                </Box>
                <Box component="dd" sx={{ m: 0 }}>
                  {what}
                </Box>
              </Box>
            ))}
          </Box>
        </FormDialog>
      )}
    </>
  );
}
