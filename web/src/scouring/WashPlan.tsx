import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import { useDeferredValue, useState } from 'react';
import { Link as RouterLink, useNavigate, useSearchParams } from 'react-router';
import { api, Problem, type Schema } from '../api/client';
import { useSession, useWaiting, useWashHouse, useRuns } from '../api/queries';
import { frozen } from '../ui/figures';
import { newKey } from '../api/keep';
import { useKept } from '../ui/useKept';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { againRuns, runsOf } from '../runs/queries';
import { LotChips } from '../ui/LotChips';
import { PlanFields } from './PlanFields';
import { FirstTub } from './FirstTub';
import { freshPlan, toPlanRequest, toWish, upgraded } from './planState';
import { PlannedWash } from './PlannedWash';
import { PlanSheet } from './PlanSheet';
import { RecipeBar } from './RecipeBar';
import { usePlanned } from './queries';
import { useSend } from '../api/change';
import { Row } from '../ui/layouts';
import styles from './WashPlan.module.css';

/** A wash as one picture, before any water is drawn; every figure can be set by hand and the rest follows. What is typed belongs to the lot it is for. */
export function WashPlan() {
  const [search] = useSearchParams();
  const lot = search.get('lot') ?? '';
  return <Plan key={lot} of={lot} />;
}

function Plan({ of }: { of: string }) {
  const session = useSession();
  const navigate = useNavigate();
  const house = useWashHouse();
  const waiting = useWaiting('wash');
  const [kept, change, clear] = useKept(`wash plan ${of}`, freshPlan);
  const state = upgraded(kept);
  const [message, setMessage] = useState('');

  const runs = useRuns();
  // What lies in a bath is not planned a second time.
  const inBath = runsOf(runs.data, 'wash').flatMap((w) => w.lots);
  const lots = (waiting.data?.lots ?? []).filter((l) => !inBath.some((b) => b.id === l.id));
  const asWell = inBath.find((l) => l.code === of);
  const wanted = lots.find((l) => l.code === of) ?? lots.find((l) => l.next === 'wash') ?? lots[0];
  const chosen = (state.lotIds ?? (wanted ? [wanted.id] : [])).filter((id) => lots.some((l) => l.id === id));
  const tubId = state.tubId || house.data?.tubs.at(-1)?.id || 'other';
  const request = house.data && chosen.length > 0 ? toPlanRequest(state, chosen, house.data, tubId) : null;
  const asked = useDeferredValue(request ? frozen(request) : '');
  const plan = usePlanned(asked);
  // What is refused must still be there to be set right: the fields stay as the last plan had them.
  const [last, setLast] = useState(plan.data);
  if (plan.data && plan.data !== last) setLast(plan.data);
  const refused = plan.error instanceof Problem ? plan.error : null;
  const start = useSend(
    async (plan: Schema['ScourPlanRequest'], key: string) =>
      (await api.POST('/api/runs', { body: { craft: 'wash', plan }, params: { header: { 'Idempotency-Key': key } } }))
        .data!,
    () => {
      clear();
      change({ key: newKey() });
      void againRuns();
      void navigate('/station/wash');
    },
  );

  const failed = [house, waiting].find((q) => q.isLoadingError);
  if (failed) return <ProblemNotice error={failed.error} retry={() => void failed.refetch()} />;
  if (!house.data || !waiting.data || runs.isPending) return null;
  const shown = refused ? undefined : plan.data;
  const mayLog = session.data?.workshop?.role !== 'looker';
  return (
    <>
      <div className={clsx(styles.columns, 'not-printed')}>
        <Row align="baseline" gap={2}>
          <h1>Plan a wash</h1>
          <RouterLink to="/station/wash">Back to the wash</RouterLink>
        </Row>
        {asWell && (
          <Notice tone="watch">
            {asWell.code} is being washed already: end that wash first, or divide the lot and plan the rest.
          </Notice>
        )}
        {house.data.tubs.length === 0 && mayLog && <FirstTub />}
        {lots.length === 0 && <p>Nothing waits to be washed.</p>}
        <LotChips
          lots={lots}
          chosen={chosen}
          onChange={(lotIds) => {
            // Other wool altogether: what was typed for the first says nothing of it.
            if (!lotIds.some((id) => chosen.includes(id))) clear();
            change({ lotIds });
          }}
          first="wash"
        />
        {shown && (
          <PlannedWash shown={shown}>
            <Button
              variant="contained"
              size="large"
              disabled={!request || start.busy || !mayLog}
              onClick={() => request && void start.go(request, state.key)}
            >
              Start this wash
            </Button>
            <Button size="large" onClick={() => window.print()}>
              Print the sheet
            </Button>
          </PlannedWash>
        )}
        <ProblemNotice error={refused ?? start.error} />
        {message && <Notice tone="kept">{message}</Notice>}
        <Section title="Recipe">
          <RecipeBar
            house={house.data}
            recipeId={state.recipeId}
            departures={shown?.departures ?? []}
            wish={toWish(state, house.data.school)}
            choose={change}
            told={setMessage}
          />
        </Section>
        <PlanFields
          state={state}
          change={change}
          house={house.data}
          tubId={tubId}
          on={last?.on}
          plan={last?.plan}
          sign={session.data?.temperatureSign ?? '°C'}
          at={(f) => refused?.at(f)}
        />
      </div>
      {shown && <PlanSheet on={shown.on} plan={shown.plan} cost={shown.cost} />}
    </>
  );
}
