import type { Schema } from '../api/client';
import { KnittedPatch, RehearsedYarn } from '../drawings/StripChart';
import { ProblemNotice, Section } from '../ui/Notices';
import { Column } from '../ui/layouts';
import { onFullDay } from '../live/time';
import { useRehearsed } from './queries';
import typography from '../ui/typography.module.css';
import styles from './RealYarn.module.css';

/** Of a lot of yarn from a strip chart: yarn and patch as they were rehearsed, as thick as they were spun, and as they were photographed. */
export function RealYarn({ lot }: { lot: Schema['LotHead'] }) {
  const asked = useRehearsed(lot.code);
  if (asked.isLoadingError) return <ProblemNotice error={asked.error} />;
  const page = asked.data;
  if (!page?.rehearsed || !page.rehearsedAt) return null;
  const [newest, ...others] = page.photographs;
  return (
    <Section title={`As it was rehearsed on ${onFullDay(page.rehearsedAt)}`}>
      <div className={styles.columns}>
        <Look name="rehearsed" look={page.rehearsed} />
        {page.came && <Look name="as thick as it was spun" look={page.came} />}
        <Column gap={0.5}>
          {newest ? (
            <>
              <img
                className={styles.picture}
                src={`/api/photographs/${newest.id}/picture`}
                alt={newest.caption || `Photograph of ${newest.of}`}
                loading="lazy"
              />
              <p className={typography.quiet}>{newest.caption || newest.of}</p>
              {others.length > 0 && (
                <p className={typography.quiet}>
                  {others.length} more of {[...new Set(others.map((p) => p.of))].join(', ')}
                </p>
              )}
            </>
          ) : (
            <p className={typography.quiet}>
              A photograph of {lot.code} or of its sample shows here beside what was rehearsed.
            </p>
          )}
        </Column>
      </div>
      {page.sentences.map((s) => (
        <p key={s}>{s}</p>
      ))}
    </Section>
  );
}

function Look({ name, look }: { name: string; look: Schema['RehearsedLook'] }) {
  return (
    <Column gap={0.5}>
      <KnittedPatch rows={look.inHand.rows} words={`A knitted patch, ${name}.`} />
      <RehearsedYarn singles={look.singles} yarn={look.yarn} words={`Its yarn, ${name}: ${look.yarnLength}.`} />
      <p className={typography.quiet}>
        {name}, {look.yarnLength}
      </p>
    </Column>
  );
}
