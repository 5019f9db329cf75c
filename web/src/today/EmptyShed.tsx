import type { CSSProperties } from 'react';
import Button from '@mui/material/Button';
import { clsx } from 'clsx';
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
import typography from '../ui/typography.module.css';

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
      <div className={styles.first}>
        <h1>The shed is empty</h1>
        <p className={styles.sentence}>
          Put a fleece on the scale and take it in. Its weight is the only thing that is needed; everything else may
          follow when your hands are dry.
        </p>
      </div>
      <ol
        aria-label="The course of a fleece"
        className={styles.course}
        style={{ '--stops': steps.length + 1 } as CSSProperties}
      >
        <Stop first title="Take in" says="what came, and what it weighs" name="take in" />
        {steps.map(({ step, says }) => (
          <Stop key={step} title={stepWord[step]} says={says} name={step} />
        ))}
      </ol>
      {/* On a phone what to do comes before the picture. */}
      <Row align="center" className={styles.row} gap={2}>
        <Button variant="contained" size="large" onClick={() => void navigate('/take-in')}>
          Take in a fleece
        </Button>
        {mayLog && (
          <Button variant="outlined" size="large" disabled={example.busy} onClick={() => example.go()}>
            Put in an example fleece
          </Button>
        )}
        <RouterLink to="/workshop/weigh-log">Or bring a weigh log from a spreadsheet</RouterLink>
      </Row>
      <p className={clsx(typography.quiet, styles.emptyShedSentence)}>
        The example is there to be washed, carded and weighed as you like; it is taken out again in one tap, with
        everything that was done to it.
      </p>
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
  <li className={clsx(styles.stopBody, styles.stop)}>
    <svg className={styles.drawing} viewBox="0 0 64 64" aria-hidden>
      <circle className={styles.dot} cx={32} cy={32} r={first ? 0 : 16} />
      <Tuft cx={32} cy={32} r={first ? 17 : 12} name={name} open={!first} />
    </svg>
    <div className={styles.centred}>
      <p className={typography.strong}>
        {title}
        {first ? ' first' : ''}
      </p>
      <p className={clsx(typography.quiet, styles.stopSentence)}>{says}</p>
    </div>
  </li>
);
