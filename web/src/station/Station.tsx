import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { useDrafts, useDryings, useStations, useWaiting, useWashes, type Schema } from '../api/client';
import { ProblemNotice } from '../ui/Slips';
import { StationCaution } from '../ui/StationCaution';
import { stepWord } from '../ui/words';
import { PassesBench } from '../dehairing/PassesBench';
import { RackBench } from '../drying/RackBench';
import { WashBench } from '../scouring/WashBench';
import { useFromWatch } from './fromWatch';
import { NoSuchPage } from '../ui/NoSuchPage';
import { StationBench } from './StationBench';

/** One pattern for every step: what waits, the picture with its figures, the log with the big number; the caution at the side. */
export function Station() {
  const { step } = useParams();
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const stations = useStations();
  const drafts = useDrafts();
  const washes = useWashes();
  const dryings = useDryings();
  const station = stations.data?.find((s) => s.step === step);
  const waiting = useWaiting((station?.step ?? 'skirt') as Schema['StepKind']);
  const watch = useFromWatch(search.get('wash'), search.get('drying'), waiting.data?.lots ?? []);
  const [logged, setLogged] = useState<{ step: string; answer: Schema['EntryAnswer'] } | null>(null);
  const problem = stations.error ?? waiting.error ?? drafts.error;
  if (problem) return <ProblemNotice error={problem} />;
  if (stations.data && !station) return <NoSuchPage />;
  if (!station || !waiting.data || !drafts.data || washes.isPending || dryings.isPending) return null;
  // What runs comes first on the page; the field takes the focus only where nothing does.
  const running =
    station.step === 'wash' ? (washes.data?.length ?? 0) : station.step === 'dry' ? (dryings.data?.length ?? 0) : 0;
  // What lies in a bath or on a rack is logged from there; of a planned lot the rest may still be washed otherwise.
  const inBath = (washes.data ?? []).flatMap((w) => w.on.lots.map((l) => l.id));
  const onRack = (dryings.data ?? []).flatMap((d) => d.lots.map((l) => l.id));
  const free = waiting.data.lots.filter(
    (l) => !onRack.includes(l.id) && (!inBath.includes(l.id) || l.code === search.get('lot')),
  );
  const draft = drafts.data.find((d) => d.id === search.get('draft') && d.step === station.step) ?? null;
  return (
    <Box
      sx={{
        position: 'relative',
        display: 'grid',
        gap: 3,
        gridTemplateColumns: 'minmax(0, 1fr)',
        // The whole width is the bench's once the caution is folded.
        '&:has(> .caution aside)': { gridTemplateColumns: { lg: 'minmax(0, 1fr) 250px' } },
        '&:not(:has(> .caution aside)) > .caution': {
          position: { lg: 'absolute' },
          top: 0,
          right: 0,
          alignSelf: 'start',
        },
      }}
    >
      <Box sx={{ minWidth: 0 }}>
        <Typography variant="h1" sx={{ mb: 1 }}>
          {stepWord[station.step]}
        </Typography>
        {station.step === 'wash' && <WashBench logging={watch?.id ?? null} />}
        {station.step === 'dry' && <RackBench lots={waiting.data.lots} logging={watch?.id ?? null} />}
        {station.step === 'dehair' && <PassesBench lots={waiting.data.lots} wanted={search.get('lot')} />}
        {(station.step === 'wash' || station.step === 'dry') && (
          <Typography variant="h2" sx={{ mb: 1 }}>
            {watch
              ? 'Log what was watched'
              : `Log ${station.step === 'wash' ? 'a wash that was not planned here' : 'what dried without a watch'}`}
          </Typography>
        )}
        <StationBench
          key={`${station.step} ${draft?.id ?? ''} ${watch?.id ?? ''}`}
          station={station}
          lots={watch || draft ? waiting.data.lots : free}
          wanted={search.get('lot')}
          draft={draft}
          watch={watch}
          quiet={running > 0 && !watch && !draft}
          logged={logged?.step === station.step ? logged.answer : null}
          onLogged={(answer) => setLogged(answer && { step: station.step, answer })}
          left={() => void navigate(`/station/${station.step}`, { replace: true })}
        />
      </Box>
      {/* On a phone the caution comes before the work, or nobody would see it. */}
      <Box className="caution" sx={{ alignSelf: 'start', display: 'grid', gap: 2, order: { xs: -1, lg: 0 } }}>
        <StationCaution station={station} />
      </Box>
    </Box>
  );
}
