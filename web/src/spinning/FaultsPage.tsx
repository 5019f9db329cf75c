import { Box } from '../ui/Box';
import { Link } from '../ui/Link';
import { Typography } from '../ui/Typography';
import { Link as RouterLink, useSearchParams } from 'react-router';
import { Choice } from '../ui/Choice';
import { ProblemNotice } from '../ui/Notices';
import { Column } from '../ui/layouts';
import { useFaults } from './queries';

/** What is wrong? A symptom, and what to look at in order; what this lot's own facts speak for comes first. */
export function FaultsPage() {
  const [search, setSearch] = useSearchParams();
  const lot = search.get('lot');
  const faults = useFaults(lot);
  const chosen = faults.data?.find((f) => f.fault === search.get('fault'));
  if (faults.isLoadingError) return <ProblemNotice error={faults.error} again={() => void faults.refetch()} />;
  if (!faults.data) return null;
  return (
    <Column gap={2}>
      <Box>
        <Typography variant="h1">What is wrong?</Typography>
        {lot && (
          <Typography color="text.secondary">
            with{' '}
            <Link component={RouterLink} to={`/lots/${lot}`}>
              {lot}
            </Link>
            , and what is known of it
          </Typography>
        )}
      </Box>
      <Choice
        label="What you see"
        value={chosen?.fault ?? ''}
        onChange={(fault) => setSearch({ ...(lot ? { lot } : {}), ...(fault ? { fault } : {}) }, { replace: true })}
        words={{ '': 'choose what you see', ...Object.fromEntries(faults.data.map((f) => [f.fault, f.symptom])) }}
        sx={{ maxWidth: 420 }}
      />
      {chosen && (
        <Box component="ol" aria-label={`${chosen.symptom}: what to look at`} sx={{ m: 0, pl: 3.5 }}>
          {chosen.checks.map((c, i) => (
            <Box component="li" key={c.words} sx={{ py: 0.75, fontSize: i === 0 ? '1.35rem' : '1.1rem' }}>
              {c.words}
              {c.own && (
                <Typography component="span" color="text.secondary" sx={{ ml: 1 }}>
                  by this lot’s own facts
                </Typography>
              )}
            </Box>
          ))}
        </Box>
      )}
      {!chosen && <Typography>Choose what you see: what to look at stands in order, the likeliest first.</Typography>}
    </Column>
  );
}
