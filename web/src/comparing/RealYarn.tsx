import { Box } from '../ui/Box';
import { Typography } from '../ui/Typography';
import type { Schema } from '../api/client';
import { KnittedPatch, RehearsedYarn } from '../drawings/StripChart';
import { ProblemNotice, Section } from '../ui/Notices';
import { Column } from '../ui/layouts';
import { onFullDay } from '../live/time';
import { useRehearsed } from './queries';

/** Of a lot of yarn from a strip chart: yarn and patch as they were rehearsed, as thick as they were spun, and as they were photographed. */
export function RealYarn({ lot }: { lot: Schema['LotHead'] }) {
  const asked = useRehearsed(lot.code);
  if (asked.isLoadingError) return <ProblemNotice error={asked.error} />;
  const page = asked.data;
  if (!page?.rehearsed || !page.rehearsedAt) return null;
  const [newest, ...others] = page.photographs;
  return (
    <Section title={`As it was rehearsed on ${onFullDay(page.rehearsedAt)}`}>
      <Box
        sx={{
          display: 'grid',
          gap: 2,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'repeat(auto-fit, minmax(260px, 1fr))' },
        }}
      >
        <Look name="rehearsed" look={page.rehearsed} />
        {page.came && <Look name="as thick as it was spun" look={page.came} />}
        <Column gap={0.5}>
          {newest ? (
            <>
              <Box
                component="img"
                src={`/api/photographs/${newest.id}/picture`}
                alt={newest.caption || `Photograph of ${newest.of}`}
                loading="lazy"
                sx={{ width: '100%', height: 260, objectFit: 'cover', display: 'block', borderRadius: 1 }}
              />
              <Typography color="text.secondary">{newest.caption || newest.of}</Typography>
              {others.length > 0 && (
                <Typography color="text.secondary">
                  {others.length} more of {[...new Set(others.map((p) => p.of))].join(', ')}
                </Typography>
              )}
            </>
          ) : (
            <Typography color="text.secondary">
              A photograph of {lot.code} or of its sample shows here beside what was rehearsed.
            </Typography>
          )}
        </Column>
      </Box>
      {page.sentences.map((s) => (
        <Typography key={s}>{s}</Typography>
      ))}
    </Section>
  );
}

function Look({ name, look }: { name: string; look: Schema['RehearsedLook'] }) {
  return (
    <Column gap={0.5}>
      <KnittedPatch rows={look.inHand.rows} words={`A knitted patch, ${name}.`} />
      <RehearsedYarn singles={look.singles} yarn={look.yarn} words={`Its yarn, ${name}: ${look.yarnMetres} m.`} />
      <Typography color="text.secondary">
        {name}, {look.yarnMetres} m
      </Typography>
    </Column>
  );
}
