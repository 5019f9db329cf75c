import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Link } from '../ui/Link';
import { TextField } from '../ui/TextField';
import { Typography } from '../ui/Typography';
import { useEffect, useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { Problem, queryClient, type Schema, server } from '../api/client';
import { again, useSession } from '../api/queries';
import { lookOverOf, useJudgementKinds, useLookOver } from './queries';
import { LockRuler } from '../drawings/Lock';
import { Choice } from '../ui/Choice';
import { Figure } from '../ui/Figure';
import { number } from '../ui/figures';
import { newKey } from '../api/keep';
import { ProblemNotice, Section } from '../ui/Notices';
import { WordChips } from '../ui/WordChips';
import { classWord, contentWord, parentage } from '../ui/words';
import { VerdictList } from './VerdictList';
import { NumberField } from '../ui/NumberField';
import { Column, Row } from '../ui/layouts';

type Judgements = Schema['Judgements'];

/** The fleece under eye and finger: its locks to scale, words for what was felt, and what follows from them. */
export function LookOver() {
  const { code = '' } = useParams();
  const page = useLookOver(code);
  const kinds = useJudgementKinds();
  const failed = [page, kinds].find((q) => q.isLoadingError);
  if (failed) return <ProblemNotice error={failed.error} again={() => void failed.refetch()} />;
  if (!page.data || !kinds.data) return null;
  return <Bench key={page.data.lotId} page={page.data} kinds={kinds.data} />;
}

function Bench({ page, kinds }: { page: Schema['LookOverPage']; kinds: readonly Schema['JudgementKind'][] }) {
  const session = useSession();
  const [micron, setMicron] = useState(page.measuredMicron?.toString() ?? '');
  const [decision, setDecision] = useState(page.decision);
  const [impression, setImpression] = useState(page.firstImpression);
  // Who wants to judge before being told keeps the usual ranges covered until the first impression is written.
  const [blind, setBlind] = useState(false);
  const mayLog = session.data?.workshop?.role !== 'looker';
  const covered = blind && page.firstImpression === '';

  const [judged, setJudged] = useState<Judgements>(page.judgements);
  // Quick fingers: each word goes out after the one before it, and none is overtaken or lost.
  const keeping = server.useMutation('put', '/api/lots/{code}/look-over', {
    scope: { id: `look-over ${page.code}` },
    networkMode: 'always',
    onSuccess: (answer) => {
      queryClient.setQueryData(lookOverOf(page.code).queryKey, answer);
      void again(['/api/lots/{code}/routes']);
    },
  });
  const error: unknown = keeping.error;

  const keep = (part: Partial<Schema['LookOverRequest']>) =>
    keeping.mutate({
      params: { path: { code: page.code }, header: { 'Idempotency-Key': newKey() } },
      body: { judgements: judged, decision, measuredMicron: page.measuredMicron, ...part },
    });
  const judge = (name: string, value: string | null) => {
    const judgements = { ...judged, [field(name)]: value } as Judgements;
    setJudged(judgements);
    keep({ judgements });
  };

  return (
    <Column gap={3}>
      <Box>
        <Typography variant="h1">
          Look over{' '}
          <Link component={RouterLink} to={`/lots/${page.code}`}>
            {page.code}
          </Link>{' '}
          <Box component="span" sx={{ fontWeight: 400 }}>
            {parentage(page.parentage)}
          </Box>
        </Typography>
        <Typography color="text.secondary">
          {[page.class ? classWord[page.class] : 'class unknown', page.inherited ? 'judged on what it was made of' : '']
            .filter(Boolean)
            .join(' · ')}
        </Typography>
      </Box>
      <Box
        sx={{
          display: 'grid',
          gap: 4,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1.35fr) minmax(0, 1fr)' },
        }}
      >
        <Box sx={{ minWidth: 0 }}>
          <LockRuler staple={covered ? { ...page.staple, usual: null } : page.staple} most={7} />
          <Row gap={3} sx={{ alignItems: 'flex-start', my: 1 }}>
            {page.against.map((a) => (
              <Box key={a.name}>
                {a.own ? (
                  <Figure text={a.own.text} from={a.own.from} label={a.name} />
                ) : (
                  <Typography color="text.secondary">{a.name}: not measured</Typography>
                )}
                {!covered && a.usual && (
                  <Typography sx={{ fontSize: '0.9rem' }}>
                    {a.own ? a.sentence : ''}
                    <Box component="span" sx={{ color: 'text.secondary', display: 'block' }}>
                      usual {a.usual.low}–{a.usual.high} {a.unit}, typical
                    </Box>
                  </Typography>
                )}
              </Box>
            ))}
          </Row>
          <Typography>{page.sortAdvice}</Typography>
          {!covered && page.comparedWith && (
            <Typography color="text.secondary" sx={{ fontSize: '0.9rem' }}>
              Compared with {page.comparedWith}; a general reference, which your own values replace under Breeds.
            </Typography>
          )}
          <Row gap={1} sx={{ mt: 1 }}>
            <Button component={RouterLink} to={`/lots/${page.code}/locks`} variant="outlined">
              Measure a lock
            </Button>
            <Button component={RouterLink} to={`/lots/${page.code}?do=keepAsReference`}>
              Weigh out a reference lock
            </Button>
          </Row>
        </Box>
        <Section
          title="What it is good for"
          aside={
            <Link component={RouterLink} to={`/lots/${page.code}/routes`}>
              Routes
            </Link>
          }
        >
          <VerdictList verdict={page.verdict} missing={page.missing} />
        </Section>
      </Box>
      <ProblemNotice error={error} />
      <Section title="Eye and finger">
        <Box
          sx={{
            display: 'grid',
            gap: 2.5,
            columnGap: 5,
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'repeat(2, minmax(0, 1fr))' },
          }}
        >
          {kinds
            .filter((kind) => page.asked.includes(kind.name))
            .map((kind) => (
              <Judgement
                key={kind.name}
                kind={kind}
                value={judged[field(kind.name)] ?? null}
                onChange={(value) => judge(kind.name, value)}
                disabled={!mayLog}
              />
            ))}
        </Box>
      </Section>
      <Box
        sx={{
          display: 'grid',
          gap: 2,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'repeat(2, minmax(0, 1fr))' },
          alignItems: 'start',
        }}
      >
        <Column gap={1}>
          <TextField
            label="First impression"
            value={impression}
            onChange={(e) => setImpression(e.target.value)}
            onBlur={() =>
              impression.trim() && impression !== page.firstImpression && keep({ firstImpression: impression })
            }
            attributes={{ readOnly: page.firstImpression !== '' }}
            helperText={
              page.firstImpression
                ? 'kept as it was written'
                : 'before anything tells you what it should be; kept once written'
            }
            multiline
          />
          {page.firstImpression === '' && (
            <Button onClick={() => setBlind(!blind)} sx={{ justifySelf: 'start' }} aria-pressed={blind}>
              {blind ? 'Show the usual ranges' : 'Cover the usual ranges until it is written'}
            </Button>
          )}
        </Column>
        <Decision value={decision} stored={page.decision} set={setDecision} keep={() => keep({ decision })} />
        <NumberField
          label="Measured fineness, µm"
          value={micron}
          onChange={(text) => setMicron(text)}
          onLeave={() => keep({ measuredMicron: number(micron) })}
          error={error instanceof Problem ? error.at('measuredMicron') : null}
          help={'only if it was measured; otherwise the breed’s range stands in'}
        />
        <Choice
          label="What it is said to be"
          value={page.content}
          onChange={(content) => keep({ content })}
          words={contentWord}
          helperText="bought and found fibre is often wrong"
        />
      </Box>
    </Column>
  );
}

function Decision({
  value,
  stored,
  set,
  keep,
}: {
  value: string;
  stored: string;
  set: (v: string) => void;
  keep: () => void;
}) {
  useEffect(() => set(stored), [stored, set]);
  return (
    <TextField
      label="What you decide it is for"
      value={value}
      onChange={(e) => set(e.target.value)}
      onBlur={() => value !== stored && keep()}
      helperText="your word stands beside the rules’"
      multiline
    />
  );
}

function Judgement({
  kind,
  value,
  onChange,
  disabled,
}: {
  kind: Schema['JudgementKind'];
  value: string | null;
  onChange: (value: string | null) => void;
  disabled: boolean;
}) {
  const chosen = kind.words.find((w) => first(w.value) === value);
  return (
    <Box role="group" aria-label={kind.title}>
      <Typography variant="h3">{kind.title}</Typography>
      <Typography sx={{ fontSize: '0.9rem', color: 'text.secondary', mb: 0.75 }}>{kind.howTo}</Typography>
      <WordChips
        label={kind.title}
        disabled={disabled}
        value={value ?? ''}
        onChange={(next) => next !== (value ?? '') && onChange(next || null)}
        words={[
          ...kind.words.map((w) => ({ value: first(w.value), word: w.word, means: w.means })),
          { value: '', word: 'don’t know' },
        ]}
      />
      <Typography sx={{ fontSize: '0.9rem', minHeight: '1.4em' }}>{chosen?.means ?? ''}</Typography>
    </Box>
  );
}

const first = (word: string) => word.charAt(0).toLowerCase() + word.slice(1);
const field = (name: string) => first(name) as keyof Judgements;
