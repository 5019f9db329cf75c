import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { useSession, useWashes, type Schema } from '../api/client';
import { railWidth } from '../app/railWidth';
import { tone } from '../app/theme';
import { useLive, useNow } from './live';
import { dayClockOf, leftUntil } from './time';

const Wanted = 'alarm sound';
let audio: AudioContext | null = null;

/** Three short tones, no file needed; browsers allow it once somebody has touched the page. */
function ring() {
  try {
    audio ??= new AudioContext();
    void audio.resume();
    for (const at of [0, 0.35, 0.7]) {
      const tone = audio.createOscillator();
      const loud = audio.createGain();
      tone.frequency.value = 740;
      loud.gain.setValueAtTime(0.25, audio.currentTime + at);
      loud.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + at + 0.28);
      tone.connect(loud).connect(audio.destination);
      tone.start(audio.currentTime + at);
      tone.stop(audio.currentTime + at + 0.3);
    }
  } catch {
    // Without sound the words are there all the same.
  }
}

const notify = (text: string, tag: string) => {
  if ('Notification' in window && Notification.permission === 'granted')
    new Notification('Earthy Tuft', { body: text, tag });
};

export const due = (washes: readonly Schema['WashView'][], now: number) =>
  washes.flatMap((wash) =>
    wash.baths
      .filter((b) => !b.liftedAt && b.alarmAt && Date.parse(b.alarmAt) <= now)
      .map((bath) => ({ wash, bath, over: bath.liftBy ? Date.parse(bath.liftBy) <= now : false })),
  );

/** Every bath that has to be lifted, on every screen: in words always, with sound and a notice where they are allowed. */
export function Alarms() {
  const washes = useWashes();
  const now = useNow();
  const rung = useRef(new Map<string, number>());
  const [sound, setSound] = useState(() => localStorage.getItem(Wanted) === 'yes');
  const { clock } = useLive();
  const all = useMemo(() => (clock ? due(washes.data ?? [], now) : []), [clock, washes.data, now]);
  useEffect(() => {
    for (const { bath, wash, over } of all) {
      const before = rung.current.get(bath.id) ?? 0;
      // Once before the moment, and once when it is there.
      const stage = over ? 2 : 1;
      if (before >= stage) continue;
      rung.current.set(bath.id, stage);
      if (sound) ring();
      notify(`${wash.on.lots.map((l) => l.code).join(', ')}: ${bath.sentence}`, bath.id);
    }
  }, [all, sound]);
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
      {all.map(({ wash, bath, over }) => (
        <Box
          key={bath.id}
          role="group"
          aria-label={`Alarm for ${wash.on.lots.map((l) => l.code).join(', ')}`}
          sx={{ display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap' }}
        >
          <Box component="strong" sx={{ fontSize: '1.15rem' }}>
            {wash.on.lots.map((l) => l.code).join(', ')}, bath {bath.place + 1}
            {wash.plan.batches.count > 1 ? `, batch ${bath.batch}` : ''}: {over ? 'lift now' : 'be ready to lift'}
          </Box>
          <span>
            {bath.liftBy &&
              `${leftUntil(bath.liftBy, now)}${over ? '' : ' left'}, lift by ${dayClockOf(bath.liftBy, now, zone)}`}
          </span>
          <Link component={RouterLink} to="/station/wash">
            To the tub
          </Link>
        </Box>
      ))}
      {!sound && (
        <Button
          size="small"
          onClick={() => {
            localStorage.setItem(Wanted, 'yes');
            setSound(true);
            ring();
            if ('Notification' in window) void Notification.requestPermission();
          }}
        >
          Ring and notify next time
        </Button>
      )}
    </Box>
  );
}
