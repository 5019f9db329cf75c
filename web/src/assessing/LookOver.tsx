import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { clsx } from 'clsx';
import { useEffect, useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { Problem, queryClient, type Schema, server } from '../api/client';
import { invalidate, useSession } from '../api/queries';
import { lookOverOf, useJudgementKinds, useLookOver } from './queries';
import { LockRuler } from '../drawings/Lock';
import { SelectField } from '../ui/SelectField';
import { Figure } from '../ui/Figure';
import { number } from '../ui/figures';
import { newKey } from '../api/keep';
import { ProblemNotice, Section } from '../ui/Notices';
import { WordToggle } from '../ui/WordToggle';
import { classWord, contentWord, parentage } from '../ui/words';
import { VerdictList } from './VerdictList';
import { NumberField } from '../ui/NumberField';
import { Column, Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './LookOver.module.css';

type Judgements = Schema['Judgements'];

/** The fleece under eye and finger: its locks to scale, words for what was felt, and what follows from them. */
export function LookOver() {
  const { code = '' } = useParams();
  const page = useLookOver(code);
  const kinds = useJudgementKinds();
  const failed = [page, kinds].find((q) => q.isLoadingError);
  if (failed) return <ProblemNotice error={failed.error} retry={() => void failed.refetch()} />;
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
      void invalidate(['/api/lots/{code}/routes']);
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
      <div>
        <h1>
          Look over <RouterLink to={`/lots/${page.code}`}>{page.code}</RouterLink>{' '}
          <span className={typography.light}>{parentage(page.parentage)}</span>
        </h1>
        <p className={typography.quiet}>
          {[page.class ? classWord[page.class] : 'class unknown', page.inherited ? 'judged on what it was made of' : '']
            .filter(Boolean)
            .join(' · ')}
        </p>
      </div>
      <div className={styles.columns}>
        <div className={layout.mayShrink}>
          <LockRuler staple={covered ? { ...page.staple, usual: null } : page.staple} most={7} />
          <Row align="flex-start" className={styles.row} gap={3}>
            {page.against.map((a) => (
              <div key={a.name}>
                {a.own ? (
                  <Figure text={a.own.text} from={a.own.from} label={a.name} />
                ) : (
                  <p className={typography.quiet}>{a.name}: not measured</p>
                )}
                {!covered && a.usual && (
                  <p className={typography.note}>
                    {a.own ? a.sentence : ''}
                    <span className={styles.quiet}>
                      usual {a.usual.low}–{a.usual.high} {a.unit}, typical
                    </span>
                  </p>
                )}
              </div>
            ))}
          </Row>
          <p>{page.sortAdvice}</p>
          {!covered && page.comparedWith && (
            <p className={clsx(typography.quiet, typography.note)}>
              Compared with {page.comparedWith}; a general reference, which your own values replace under Breeds.
            </p>
          )}
          <Row className={layout.above8} gap={1}>
            <Button component={RouterLink} to={`/lots/${page.code}/locks`} variant="outlined">
              Measure a lock
            </Button>
            <Button component={RouterLink} to={`/lots/${page.code}?do=keepAsReference`}>
              Weigh out a reference lock
            </Button>
          </Row>
        </div>
        <Section title="What it is good for" aside={<RouterLink to={`/lots/${page.code}/routes`}>Routes</RouterLink>}>
          <VerdictList verdict={page.verdict} missing={page.missing} />
        </Section>
      </div>
      <ProblemNotice error={error} />
      <Section title="Eye and finger">
        <div className={styles.benchColumns}>
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
        </div>
      </Section>
      <div className={styles.columnsAligned}>
        <Column gap={1}>
          <TextField
            slotProps={{ htmlInput: { readOnly: page.firstImpression !== '' } }}
            label="First impression"
            value={impression}
            onChange={(e) => setImpression(e.target.value)}
            onBlur={() =>
              impression.trim() && impression !== page.firstImpression && keep({ firstImpression: impression })
            }
            helperText={
              page.firstImpression
                ? 'kept as it was written'
                : 'before anything tells you what it should be; kept once written'
            }
            multiline
          />
          {page.firstImpression === '' && (
            <Button className={layout.selfStart} onClick={() => setBlind(!blind)} aria-pressed={blind}>
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
        <SelectField
          label="What it is said to be"
          value={page.content}
          onChange={(content) => keep({ content })}
          words={contentWord}
          helperText="bought and found fibre is often wrong"
        />
      </div>
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
    <div role="group" aria-label={kind.title}>
      <h3>{kind.title}</h3>
      <p className={styles.note}>{kind.howTo}</p>
      <WordToggle
        label={kind.title}
        disabled={disabled}
        value={value ?? ''}
        onChange={(next) => next !== (value ?? '') && onChange(next || null)}
        words={[
          ...kind.words.map((w) => ({ value: first(w.value), word: w.word, means: w.means })),
          { value: '', word: 'don’t know' },
        ]}
      />
      <p className={styles.sentence}>{chosen?.means ?? ''}</p>
    </div>
  );
}

const first = (word: string) => word.charAt(0).toLowerCase() + word.slice(1);
const field = (name: string) => first(name) as keyof Judgements;
