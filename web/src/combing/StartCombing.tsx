import Button from '@mui/material/Button';
import { useDeferredValue, useState, type FormEvent } from 'react';
import { Link as RouterLink } from 'react-router';
import { Problem, type Schema } from '../api/client';
import { useSession } from '../api/queries';
import { Combs } from '../drawings/Combs';
import { tappedAt } from '../api/clock';
import { useBeginRun } from '../runs/beginRun';
import { SelectField } from '../ui/SelectField';
import { MassOf } from '../ui/Figure';
import { KnownHere } from '../runs/KnownHere';
import { LotChips } from '../ui/LotChips';
import { Notice, ProblemNotice } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { WeightField } from '../ui/WeightField';
import { frozen, number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { useCombPlan, useCombs, useCombWays, useFlicks } from './queries';
import { combsWord, combWayWord, drawnOffWord, endWord } from './words';
import { useUnits } from '../api/units';
import { UnitField } from '../ui/UnitField';
import { figureWithUnit } from '../ui/withUnit';
import typography from '../ui/typography.module.css';
import styles from './StartCombing.module.css';

const elsewhere = '';
const either = '';

/** What is to be combed on which combs: how it fills the tines and which end will lead, before anything is begun, with what does not suit. */
export function StartCombing({ lots, wanted }: { lots: readonly Schema['LotLine'][]; wanted: string | null }) {
  const combs = useCombs();
  const flicks = useFlicks();
  const ways = useCombWays();
  const [open, setOpen] = useState(false);
  const looker = useSession().data?.workshop?.role === 'looker';
  const came =
    lots.find((l) => l.code === wanted) ??
    lots.find((l) => l.next === 'comb') ??
    (lots.length === 1 ? lots[0] : undefined);
  const [chosen, setChosen] = useState<string[] | null>(null);
  const form = useFields({
    tool: null as string | null,
    diz: null as string | null,
    dizMillimetres: '',
    mass: '',
    most: '',
    way: 'lashed' as Schema['CombWay'],
    lashedBy: 'butt' as Schema['LockEnd'],
    lead: either as Schema['LockEnd'] | '',
    atLeast: '3',
    drawnOff: 'diz' as Schema['DrawnOff'],
  });
  const starting = useBeginRun(() => {
    setChosen(null);
    setOpen(false);
    form.reset();
  });
  const lotIds = (chosen ?? (came ? [came.id] : [])).filter((id) => lots.some((l) => l.id === id));
  const { values } = form;
  const units = useUnits();
  const way = ways.data?.find((w) => w.way === values.way);
  const kind = way?.tool ?? 'combs';
  const tools = kind === 'flick' ? (flicks.data ?? []) : (combs.data ?? []).filter((c) => c.kind === kind);
  const toolId =
    (values.tool !== null && [elsewhere, ...tools.map((t) => t.id)].includes(values.tool)
      ? values.tool
      : (tools[0]?.id ?? elsewhere)) || null;
  const dizzes = (combs.data ?? []).filter((c) => c.kind === 'diz');
  const dizId = values.drawnOff === 'diz' ? (values.diz ?? dizzes[0]?.id ?? elsewhere) || null : null;
  const hasTransfers = way?.hasTransfers ?? true;
  const body: Schema['CombStart'] = {
    lotIds,
    toolId,
    mass: values.mass.trim() || null,
    most: values.most.trim() || null,
    way: values.way,
    lashedBy: values.lashedBy,
    wanted: values.lead || null,
    atLeast: number(values.atLeast) ?? 0,
    drawnOff: values.drawnOff,
    dizId,
    dizMillimetres: dizId ? null : figureWithUnit(values.dizMillimetres, units.length),
    startedAt: null,
  };
  const wish = frozen(body);
  const asked = useDeferredValue(wish);
  // Without tines and without a weight there is nothing to size a load by: that is said when it is begun.
  const sized = (toolId !== null && kind !== 'flick') || values.most.trim() !== '';
  const plan = useCombPlan(asked, lotIds.length > 0 && combs.isSuccess && sized && asked === wish);
  const refused = plan.error instanceof Problem && !plan.error.isAway ? plan.error : null;
  const view = refused ? undefined : plan.data;
  const against = (name: string) => starting.error?.at(name) ?? refused?.at(name);
  const weight = (name: 'mass' | 'most') => ({
    value: values[name],
    onChange: (text: string) => {
      starting.clearError();
      form.set({ [name]: text });
    },
    error: against(name),
  });
  const figure = (name: 'atLeast' | 'dizMillimetres') => ({
    value: values[name],
    onChange: (text: string) => {
      starting.clearError();
      form.set({ [name]: text });
    },
    error: against(name),
  });
  const fields = ['mass', 'most', 'atLeast', 'dizMillimetres'];
  const begin = (e: FormEvent) => {
    e.preventDefault();
    starting.begin({ ...body, craft: 'comb', startedAt: tappedAt() });
  };
  if (!open)
    return (
      <Row align="center" gap={2}>
        <Button variant="outlined" onClick={() => setOpen(true)}>
          Comb in loads
        </Button>
        {view && (
          <p className={typography.quiet}>
            {view.loads} {view.loads === 1 ? 'load' : 'loads'} of {view.perLoad.text}, the leading end kept track of
          </p>
        )}
      </Row>
    );
  return (
    <form noValidate onSubmit={begin} aria-label="Comb in loads">
      <Column gap={1.5}>
        <h2>Comb in loads</h2>
        <LotChips lots={lots} chosen={lotIds} onChange={setChosen} first="comb" />
        <KnownHere step="comb" code={lots.find((l) => l.id === lotIds[0])?.code} />
        {view && (
          <Row align="end" gap={3}>
            <MassOf mass={view.perLoad} label={`${view.loads} ${view.loads === 1 ? 'load' : 'loads'} of`} size="big" />
            <MassOf mass={view.most} label="the most per load" />
            <MassOf mass={view.all} label="all of it" />
          </Row>
        )}
        {view && values.way !== 'flicked' && (
          <>
            <Combs
              fill={view.fills.at(-1) ?? null}
              transfers={view.transfers}
              leading={view.leading}
              pair={hasTransfers}
              words={`After ${view.transfers} transfers the ${endWord[view.leading]} lead.`}
            />
            <p>
              {hasTransfers
                ? `${view.transfers} ${view.transfers === 1 ? 'transfer' : 'transfers'}, then the ${endWord[view.leading]} lead.${view.takesOneMore ? ' One of them is only for the wanted end: it costs a little noil.' : ''}`
                : `The ${endWord[view.leading]} lead.`}
              {view.fills.length > 1 &&
                ` Lashed on it fills ${Math.round(view.fills[0]! * 100)} % of the tines, after the last transfer ${Math.round(view.fills.at(-1)! * 100)} %.`}
            </p>
          </>
        )}
        {view?.cautions.map((c) => (
          <Notice key={c} tone="watch">
            {c}
          </Notice>
        ))}
        <div className={styles.columns}>
          <SelectField
            label="How"
            value={values.way}
            onChange={(way) => form.set({ way, tool: null })}
            words={combWayWord}
          />
          <SelectField
            label="On"
            value={toolId ?? elsewhere}
            onChange={(tool) => form.set({ tool })}
            words={Object.fromEntries([
              ...tools.map((c) => [c.id, c.name] as const),
              [
                elsewhere,
                kind === 'flick'
                  ? 'a flick that is not ours'
                  : kind === 'hackle'
                    ? 'a hackle that is not ours'
                    : 'combs that are not ours',
              ],
            ])}
          />
          {values.way !== 'flicked' && (
            <>
              <SelectField
                label="Lashed on by the"
                value={values.lashedBy}
                onChange={(lashedBy) => form.set({ lashedBy })}
                words={endWord}
              />
              <SelectField
                label="To lead as it is drawn off"
                value={values.lead}
                onChange={(lead) => form.set({ lead })}
                of={[either, 'tip', 'butt']}
                words={{ [either]: 'either end', ...endWord }}
                error={!!against('wanted')}
                helperText={against('wanted')}
              />
            </>
          )}
          {hasTransfers && <NumberField label="Transfers at least" whole {...figure('atLeast')} />}
          {values.way !== 'flicked' && (
            <SelectField
              label="Drawn off"
              value={values.drawnOff}
              onChange={(drawnOff) => form.set({ drawnOff })}
              words={drawnOffWord}
            />
          )}
          {values.way !== 'flicked' && values.drawnOff === 'diz' && dizzes.length > 0 && (
            <SelectField
              label="Diz"
              value={dizId ?? elsewhere}
              onChange={(diz) => form.set({ diz })}
              words={Object.fromEntries([
                ...dizzes.map((d) => [d.id, `${d.name}, ${d.size}`] as const),
                [elsewhere, 'another diz'],
              ])}
            />
          )}
          {values.way !== 'flicked' && values.drawnOff === 'diz' && !dizId && (
            <UnitField
              label="Its hole"
              unit={units.length}
              {...figure('dizMillimetres')}
              placeholder="if you know"
              shrink
            />
          )}
          <WeightField
            label="The most on them at once"
            {...weight('most')}
            placeholder={toolId && kind !== 'flick' ? 'left empty: what they usually take' : 'any unit'}
          />
          <WeightField label="Only so much of it" {...weight('mass')} placeholder="left empty: all of it" />
        </div>
        {combs.data?.length === 0 && (
          <p className={typography.quiet}>
            Once your {combsWord.combs} stands <RouterLink to="/workshop">in the workshop</RouterLink>, loads are sized
            by the tines, and by what you really lash on.
          </p>
        )}
        <Row gap={1}>
          <Button type="submit" variant="contained" disabled={lotIds.length === 0 || looker || starting.busy}>
            Begin combing
          </Button>
        </Row>
        {starting.away && <p>The server is away: this is kept here and goes in by itself.</p>}
        <ProblemNotice
          error={
            starting.error && !fields.some((f) => starting.error?.at(f))
              ? starting.error
              : refused?.refusals.some((r) => ![...fields, 'wanted'].includes(r.field))
                ? refused
                : null
          }
        />
      </Column>
    </form>
  );
}
