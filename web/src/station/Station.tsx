import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { useDrafts, useStations, useWaiting, type Schema } from '../api/client';
import { CautionSlip, ProblemNotice } from '../ui/Slips';
import { stepWord } from '../ui/words';
import { NoSuchPage } from '../app/Frame';
import { StationBench } from './StationBench';

/** One pattern for every step: what waits, the picture with its figures, the log with the big number; the caution at the side. */
export function Station() {
  const { step } = useParams();
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const stations = useStations();
  const drafts = useDrafts();
  const station = stations.data?.find((s) => s.step === step);
  const waiting = useWaiting((station?.step ?? 'skirt') as Schema['StepKind']);
  const problem = stations.error ?? waiting.error ?? drafts.error;
  if (problem) return <ProblemNotice error={problem} />;
  if (stations.data && !station) return <NoSuchPage />;
  if (!station || !waiting.data || !drafts.data) return null;
  const draft = drafts.data.find((d) => d.id === search.get('draft') && d.step === station.step) ?? null;
  return (
    <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 250px' } }}>
      <Box sx={{ minWidth: 0 }}>
        <Typography variant="h1" sx={{ mb: 1 }}>
          {stepWord[station.step]}
        </Typography>
        <StationBench
          key={`${station.step} ${draft?.id ?? ''}`}
          station={station}
          lots={waiting.data.lots}
          wanted={search.get('lot')}
          draft={draft}
          left={() => void navigate(`/station/${station.step}`, { replace: true })}
        />
      </Box>
      <Box sx={{ alignSelf: 'start', display: 'grid', gap: 2 }}>
        <CautionSlip caution={station.caution} />
      </Box>
    </Box>
  );
}
