import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import { useEffect, useMemo, useRef } from 'react';
import { Link as RouterLink } from 'react-router';
import { useSession, useWashes, type Schema } from '../api/client';
import { railWidth } from '../ui/railWidth';
import { ProblemNotice } from '../ui/Slips';
import { tone } from '../ui/theme';
import { useAwake } from '../live/awake';
import { callsDue, due, hurries, soaked } from '../live/calls';
import { useLive, useNow } from '../live/live';
import { chime, notify, ring, useSound, wantSound } from '../live/ring';
import { dayClockOf, leftUntil } from '../live/time';
import { useLift } from '../live/useLift';

const codes = (wash: Schema['WashView']) => wash.on.lots.map((l) => l.code).join(', ');

/** Every bath that has to be lifted, on every screen: in words always, with sound and a notice where they are allowed. */
export function Alarms() {
  const washes = useWashes();
  const now = useNow();
  const called = useRef(new Map<string, number>());
  const told = useRef(new Set<string>());
  const sound = useSound();
  const { clock } = useLive();
  useAwake(sound && hurries(washes.data ?? []));
  const all = useMemo(() => (clock ? due(washes.data ?? [], now) : []), [clock, washes.data, now]);
  useEffect(() => {
    const before = called.current;
    // A bath that got more time is forgotten here, and called for anew.
    called.current = new Map(all.map(({ bath }) => [bath.id, callsDue(bath, now)]));
    for (const { bath, wash } of all) {
      const calls = called.current.get(bath.id)!;
      if ((before.get(bath.id) ?? 0) >= calls) continue;
      void ring();
      // Once before the moment, and once when it is there.
      if (calls <= 2) notify(`${codes(wash)}: ${bath.sentence}`, `${bath.id} ${calls}`);
    }
  }, [all, now]);
  const mild = useMemo(() => (clock ? soaked(washes.data ?? [], now) : []), [clock, washes.data, now]);
  useEffect(() => {
    for (const { bath, wash } of mild) {
      if (told.current.has(bath.id)) continue;
      told.current.add(bath.id);
      void chime();
      notify(`${codes(wash)}: it has soaked as long as was planned. ${bath.sentence}`, `${bath.id} soaked`);
    }
  }, [mild]);
  const bar = useRef<HTMLDivElement>(null);
  const zone = useSession().data?.timeZone ?? 'UTC';
  const shown = all.length > 0;
  useEffect(() => {
    const page = document.documentElement.style;
    if (!shown || !bar.current) return;
    // The page ends below the bar, so that its last button can be scrolled clear of it.
    const measure = new ResizeObserver(() => page.setProperty('--alarm', `${bar.current?.offsetHeight ?? 0}px`));
    measure.observe(bar.current);
    return () => {
      measure.disconnect();
      page.removeProperty('--alarm');
    };
  }, [shown]);
  if (!shown) return null;
  return (
    <Box
      ref={bar}
      role="alert"
      sx={{
        // It lies over the page and moves nothing: a finger on its way to a button still hits it.
        position: 'fixed',
        bottom: { xs: 118, md: 0 },
        left: { xs: 0, md: railWidth },
        right: 0,
        zIndex: 15,
        maxHeight: '40vh',
        overflow: 'auto',
        bgcolor: 'background.paper',
        borderTop: `4px solid ${tone('madder')}`,
        px: { xs: 2, md: 3 },
        py: 1,
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 3,
        rowGap: 0.5,
        alignItems: 'baseline',
        '@media print': { display: 'none' },
      }}
    >
      {all.map((one) => (
        <OneAlarm key={one.bath.id} {...one} now={now} zone={zone} />
      ))}
      {!sound && (
        <Button size="small" onClick={() => wantSound(true)}>
          Ring and notify next time
        </Button>
      )}
    </Box>
  );
}

type Due = ReturnType<typeof due>[number];

function OneAlarm({ wash, bath, over, now, zone }: Due & { now: number; zone: string }) {
  const lifting = useLift(bath.id);
  const mayLog = useSession().data?.workshop?.role !== 'looker';
  return (
    <Box
      role="group"
      aria-label={`Alarm for ${codes(wash)}`}
      sx={{ display: 'flex', columnGap: 2, alignItems: 'center', flexWrap: 'wrap' }}
    >
      <Box component="strong" sx={{ fontSize: '1.15rem' }}>
        {codes(wash)}, bath {bath.place + 1}
        {wash.plan.batches.count > 1 ? `, batch ${bath.batch}` : ''}: {over ? 'lift now' : 'be ready to lift'}
      </Box>
      <span>
        {bath.liftBy &&
          `${leftUntil(bath.liftBy, now)}${over ? '' : ' left'}, lift by ${dayClockOf(bath.liftBy, now, zone)}`}
      </span>
      {mayLog && (
        <Button variant="contained" disabled={lifting.busy} onClick={lifting.lift}>
          It is lifted
        </Button>
      )}
      <Link component={RouterLink} to="/station/wash">
        To the tub
      </Link>
      {lifting.away && <span>The server is away: it goes in by itself, with its time.</span>}
      <ProblemNotice error={lifting.error} />
    </Box>
  );
}
