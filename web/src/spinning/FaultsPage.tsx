import { clsx } from 'clsx';
import { Link as RouterLink, useSearchParams } from 'react-router';
import { SelectField } from '../ui/SelectField';
import { ProblemNotice } from '../ui/Notices';
import { Column } from '../ui/layouts';
import { useFaults } from './queries';
import typography from '../ui/typography.module.css';
import styles from './FaultsPage.module.css';

/** What is wrong? A symptom, and what to look at in order; what this lot's own facts speak for comes first. */
export function FaultsPage() {
  const [search, setSearch] = useSearchParams();
  const lot = search.get('lot');
  const faults = useFaults(lot);
  const chosen = faults.data?.find((f) => f.fault === search.get('fault'));
  if (faults.isLoadingError) return <ProblemNotice error={faults.error} retry={() => void faults.refetch()} />;
  if (!faults.data) return null;
  return (
    <Column gap={2}>
      <div>
        <h1>What is wrong?</h1>
        {lot && (
          <p className={typography.quiet}>
            with <RouterLink to={`/lots/${lot}`}>{lot}</RouterLink>, and what is known of it
          </p>
        )}
      </div>
      <SelectField
        className={styles.field}
        label="What you see"
        value={chosen?.fault ?? ''}
        onChange={(fault) => setSearch({ ...(lot ? { lot } : {}), ...(fault ? { fault } : {}) }, { replace: true })}
        words={{ '': 'choose what you see', ...Object.fromEntries(faults.data.map((f) => [f.fault, f.symptom])) }}
      />
      {chosen && (
        <ol className={styles.list} aria-label={`${chosen.symptom}: what to look at`}>
          {chosen.checks.map((c, i) => (
            <li className={styles.item} style={{ fontSize: i === 0 ? '1.35rem' : '1.1rem' }} key={c.words}>
              {c.words}
              {c.own && (
                <span className={clsx(typography.body, typography.quiet, styles.word)}>by this lot’s own facts</span>
              )}
            </li>
          ))}
        </ol>
      )}
      {!chosen && <p>Choose what you see: what to look at stands in order, the likeliest first.</p>}
    </Column>
  );
}
