import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Typography } from '../ui/Typography';
import { useWindow } from '../ui/useWindow';
import { lazy, Suspense, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { api, queryClient, type Schema, setToken } from '../api/client';
import { Help } from '../help/Help';
import { HeadInstruments } from '../instruments/HeadInstruments';
import { useChange } from '../api/change';

// With its list and its field: fetched once the first picture stands.
const FindBox = lazy(async () => ({ default: (await import('./FindBox')).FindBox }));

export function HeadStrip({ session }: { session: Schema['SessionState'] }) {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [openAt, setOpenAt] = useState<string | null>(null);
  // Going somewhere folds it again.
  const open = openAt === pathname;
  // What is folded away on a phone is not drawn either.
  const unfolded = useWindow('md') || open;
  const setOpen = (on: boolean) => setOpenAt(on ? pathname : null);
  const leaving = useChange(
    () => api.DELETE('/api/session'),
    () => {
      setToken(null);
      queryClient.clear();
      void navigate('/door');
    },
  );
  return (
    <Box
      component="header"
      className="not-printed"
      sx={{
        display: 'flex',
        alignItems: 'center',
        columnGap: { xs: 2, md: 1.5 },
        flexWrap: { xs: 'wrap', lg: 'nowrap' },
        px: { xs: 2, md: 3 },
        py: { xs: 0.25, md: 1 },
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Typography variant="h2" component="p" sx={{ mr: 'auto' }}>
        {session.workshop?.name}
      </Typography>
      <Button
        size="small"
        aria-expanded={open}
        aria-controls="head-more"
        onClick={() => setOpen(!open)}
        sx={{ display: { md: 'none' } }}
      >
        {open ? 'Close' : 'Find and more'}
      </Button>
      <Box
        id="head-more"
        sx={{
          // On a phone it is folded away: the screen belongs to the number.
          display: { xs: open ? 'flex' : 'none', md: 'contents' },
          flexWrap: 'wrap',
          gap: 1.5,
          width: '100%',
          pb: 1,
        }}
      >
        {unfolded && <HeadInstruments />}
        {unfolded && (
          <Suspense
            fallback={
              <Box
                sx={{ width: { xs: '100%', md: 'auto' }, flex: { md: '1 1 250px' }, maxWidth: { md: 290 }, height: 40 }}
              />
            }
          >
            <FindBox />
          </Suspense>
        )}
        <Help />
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <Typography component="span" sx={{ color: 'text.secondary' }}>
            {session.name}
            {session.workshop?.role === 'looker' ? ' (looks only)' : ''}
          </Typography>
          <Button size="small" onClick={() => leaving.go()}>
            Leave
          </Button>
        </Box>
      </Box>
    </Box>
  );
}
