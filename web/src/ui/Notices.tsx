import { Box } from './Box';
import { Button } from './Button';
import { Typography } from './Typography';
import type { ReactNode } from 'react';
import { Problem, type Schema } from '../api/client';
import { tone } from './tones';

/** The caution that belongs to a step: a slip at its side, short, with who has the last word. */
export function CautionSlip({ caution }: { caution: Schema['Caution'] }) {
  return (
    <Box
      component="aside"
      aria-label="Caution"
      sx={{
        borderTop: `3px solid ${tone('weld')}`,
        bgcolor: 'background.paper',
        p: 2,
        borderRadius: '0 0 6px 6px',
        alignSelf: 'start',
      }}
    >
      <Typography variant="h3" component="h2" sx={{ mb: 0.5 }}>
        Take care
      </Typography>
      <Typography sx={{ mb: 0.5 }}>{caution.hazard}</Typography>
      <Typography sx={{ mb: 0.5 }}>{caution.care}</Typography>
      <Typography sx={{ color: 'text.secondary', fontSize: '0.9rem' }}>{caution.defersTo}</Typography>
    </Box>
  );
}

export function Notice({
  tone: kind,
  children,
  action,
}: {
  tone: 'stop' | 'watch' | 'kept';
  children: ReactNode;
  action?: ReactNode;
}) {
  const edge = { stop: 'madder', watch: 'weld', kept: 'lichen' } as const;
  return (
    <Box
      role={kind === 'stop' ? 'alert' : 'status'}
      sx={{
        display: 'flex',
        px: 2,
        py: 0.75,
        bgcolor: 'background.paper',
        border: `1px solid ${tone('oat')}`,
        borderLeft: `4px solid ${tone(edge[kind])}`,
        borderRadius: 1,
        fontSize: '1rem',
        lineHeight: 1.43,
      }}
    >
      <Box sx={{ py: 1, minWidth: 0, overflow: 'auto' }}>{children}</Box>
      {action && <Box sx={{ pt: 0.5, pl: 2, ml: 'auto', mr: -1 }}>{action}</Box>}
    </Box>
  );
}

export function ProblemNotice({ error, again }: { error: unknown; again?: () => void }) {
  if (!error) return null;
  return (
    <Notice
      tone="stop"
      action={
        again && (
          <Button onClick={again} size="small">
            Try again
          </Button>
        )
      }
    >
      {error instanceof Problem ? error.message : 'Something broke on this page. Reload it; what was logged is safe.'}
    </Notice>
  );
}

/** A heading with room for what belongs to it on the right. */
export function Section({
  title,
  aside,
  children,
  level = 'h2',
}: {
  title: string;
  aside?: ReactNode;
  children: ReactNode;
  level?: 'h2' | 'h3';
}) {
  return (
    <Box component="section" sx={{ minWidth: 0 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', justifyContent: 'space-between', gap: 2, mb: 1 }}>
        <Typography variant="h2" component={level}>
          {title}
        </Typography>
        {aside}
      </Box>
      {children}
    </Box>
  );
}
