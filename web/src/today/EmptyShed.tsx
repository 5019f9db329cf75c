import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Link } from '../ui/Link';
import { Typography } from '../ui/Typography';
import { Link as RouterLink, useNavigate } from 'react-router';
import { api } from '../api/client';
import { useChange } from '../api/change';
import { refreshLog, useSession, useStations } from '../api/queries';
import { Tuft } from '../drawings/Tuft';
import { Column, Row } from '../ui/layouts';
import { ProblemNotice } from '../ui/Notices';
import { stepWord } from '../ui/words';
import { courseOutline } from './outline';
import styles from './EmptyShed.module.css';

/** Before the first fleece: the course as an outline, with what comes first, and an example to play with. */
export function EmptyShed() {
  const navigate = useNavigate();
  const session = useSession();
  const stations = useStations();
  const example = useChange(
    () => api.POST('/api/workshop/example'),
    async () => {
      await refreshLog();
    },
  );
  const mayLog = session.data?.workshop?.role !== 'looker';
  const steps = courseOutline(stations.data ?? []);
  return (
    <Column gap={3}>
      <Box sx={{ order: -2 }}>
        <Typography variant="h1">The shed is empty</Typography>
        <Typography sx={{ maxWidth: 620, mt: 1 }}>
          Put a fleece on the scale and take it in. Its weight is the only thing that is needed; everything else may
          follow when your hands are dry.
        </Typography>
      </Box>
      <Box
        component="ol"
        aria-label="The course of a fleece"
        sx={{
          listStyle: 'none',
          m: 0,
          p: 0,
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: `repeat(${steps.length + 1}, minmax(0, 1fr))` },
        }}
      >
        <Stop first title="Take in" says="what came, and what it weighs" name="take in" />
        {steps.map(({ step, says }) => (
          <Stop key={step} title={stepWord[step]} says={says} name={step} />
        ))}
      </Box>
      {/* On a phone what to do comes before the picture. */}
      <Row gap={2} sx={{ alignItems: 'center', order: { xs: -1, md: 0 } }}>
        <Button variant="contained" size="large" onClick={() => void navigate('/take-in')}>
          Take in a fleece
        </Button>
        {mayLog && (
          <Button variant="outlined" size="large" disabled={example.busy} onClick={() => example.go()}>
            Put in an example fleece
          </Button>
        )}
        <Link component={RouterLink} to="/workshop/weigh-log">
          Or bring a weigh log from a spreadsheet
        </Link>
      </Row>
      <Typography color="text.secondary" sx={{ maxWidth: 620 }}>
        The example is there to be washed, carded and weighed as you like; it is taken out again in one tap, with
        everything that was done to it.
      </Typography>
      <ProblemNotice error={example.error} />
    </Column>
  );
}

interface StopProps {
  title: string;
  says: string;
  name: string;
  /** What comes first. */
  first?: boolean;
}

/** A place on the course: an open tuft on the line that runs through all of them. */
const Stop = ({ title, says, name, first = false }: StopProps) => (
  <Box
    component="li"
    className={styles.stop}
    sx={{ display: { xs: 'grid', md: 'block' }, gridTemplateColumns: '64px 1fr', alignItems: 'center' }}
  >
    <Box
      component="svg"
      viewBox="0 0 64 64"
      aria-hidden
      sx={{ width: 64, height: 64, display: 'block', mx: { md: 'auto' } }}
    >
      <Box component="circle" cx={32} cy={32} r={first ? 0 : 16} sx={{ fill: 'var(--fleece)' }} />
      <Tuft cx={32} cy={32} r={first ? 17 : 12} name={name} open={!first} />
    </Box>
    <Box sx={{ textAlign: { md: 'center' }, px: { md: 0.5 } }}>
      <Typography sx={{ fontWeight: 700 }}>
        {title}
        {first ? ' first' : ''}
      </Typography>
      <Typography color="text.secondary" sx={{ fontSize: '0.85rem', lineHeight: 1.25 }}>
        {says}
      </Typography>
    </Box>
  </Box>
);
