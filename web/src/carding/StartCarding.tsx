import Button from '@mui/material/Button';
import { useDeferredValue, useState, type FormEvent } from 'react';
import { Link as RouterLink } from 'react-router';
import { Problem, type Schema } from '../api/client';
import { useSession } from '../api/queries';
import { Batts } from '../drawings/Batts';
import { tappedAt } from '../api/clock';
import { useBeginRun } from '../runs/beginRun';
import { SelectField } from '../ui/SelectField';
import { MassOf } from '../ui/Figure';
import { KnownHere } from '../runs/KnownHere';
import { LotChips } from '../ui/LotChips';
import { Notice, ProblemNotice } from '../ui/Notices';
import { WeightField } from '../ui/WeightField';
import { frozen } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { formWord } from '../ui/words';
import { useFields } from '../ui/useFields';
import { useLoadCards, useLoadPlan } from './queries';
import { cardsWord, laidOnWord, orderWord, takenOffWord } from './words';
import typography from '../ui/typography.module.css';
import styles from './StartCarding.module.css';

const elsewhere = '';

/** What is to be carded on which cards: the loads as a picture before anything is begun, with what does not suit. */
export function StartCarding({ lots, wanted }: { lots: readonly Schema['LotLine'][]; wanted: string | null }) {
  const cards = useLoadCards();
  // The station's number comes first: what is planned in loads is a tap away, and says what it would be.
  const [open, setOpen] = useState(false);
  const looker = useSession().data?.workshop?.role === 'looker';
  const came =
    lots.find((l) => l.code === wanted) ??
    lots.find((l) => l.next === 'card') ??
    (lots.length === 1 ? lots[0] : undefined);
  const [chosen, setChosen] = useState<string[] | null>(null);
  const form = useFields({
    tool: null as string | null,
    mass: '',
    most: '',
    gives: null as Schema['LotForm'] | null,
    laidOn: 'lengthwise' as Schema['LaidOn'],
    takenOff: null as Schema['TakenOff'] | null,
  });
  const starting = useBeginRun(() => {
    setChosen(null);
    setOpen(false);
    form.reset();
  });
  const lotIds = (chosen ?? (came ? [came.id] : [])).filter((id) => lots.some((l) => l.id === id));
  const { values } = form;
  const toolId = (values.tool ?? cards.data?.[0]?.id ?? elsewhere) || null;
  const first = lots.find((l) => l.id === lotIds[0]);
  // What comes off cards is the station's to say, the usual first.
  const products = first?.gives ?? [];
  const gives = values.gives && products.includes(values.gives) ? values.gives : (products[0] ?? 'batt');
  const body: Schema['CardStart'] = {
    lotIds,
    toolId,
    mass: values.mass.trim() || null,
    most: values.most.trim() || null,
    gives,
    laidOn: values.laidOn,
    takenOff: values.takenOff,
    startedAt: null,
  };
  const wish = frozen(body);
  const asked = useDeferredValue(wish);
  // Without cards and without a weight there is nothing to size a load by: that is said when it is begun.
  const sized = toolId !== null || values.most.trim() !== '';
  const plan = useLoadPlan(asked, lotIds.length > 0 && cards.isSuccess && sized && asked === wish);
  const refused = plan.error instanceof Problem && !plan.error.isAway ? plan.error : null;
  const view = refused ? undefined : plan.data;
  const weight = (name: 'mass' | 'most') => ({
    value: values[name],
    onChange: (text: string) => {
      starting.clearError();
      form.set({ [name]: text });
    },
    error: starting.error?.at(name) ?? refused?.at(name),
  });
  const begin = (e: FormEvent) => {
    e.preventDefault();
    starting.begin({ ...body, craft: 'card', startedAt: tappedAt() });
  };
  if (!open)
    return (
      <Row align="center" gap={2}>
        <Button variant="outlined" onClick={() => setOpen(true)}>
          Card in loads
        </Button>
        {view && (
          <p className={typography.quiet}>
            {view.loads} {view.loads === 1 ? 'load' : 'loads'} of {view.perLoad.text}, counted by one tap each
          </p>
        )}
      </Row>
    );
  return (
    <form noValidate onSubmit={begin} aria-label="Card in loads">
      <Column gap={1.5}>
        <h2>Card in loads</h2>
        <LotChips lots={lots} chosen={lotIds} onChange={setChosen} first="card" />
        <KnownHere step="card" code={lots.find((l) => l.id === lotIds[0])?.code} />
        {view && (
          <Row align="end" gap={3}>
            <MassOf mass={view.perLoad} label={`${view.loads} ${view.loads === 1 ? 'load' : 'loads'} of`} size="big" />
            <MassOf mass={view.most} label="the most per load" />
            <MassOf mass={view.all} label="all of it" />
            <p className={typography.quiet}>{orderWord[view.order]}</p>
          </Row>
        )}
        {view && (
          <Batts loads={[]} planned={view.loads} words={`${view.loads} loads of ${view.perLoad.text} are planned.`} />
        )}
        {view?.cautions.map((c) => (
          <Notice key={c} tone="watch">
            {c}
          </Notice>
        ))}
        <div className={styles.columns}>
          <SelectField
            label="On"
            value={toolId ?? elsewhere}
            onChange={(tool) => form.set({ tool })}
            words={Object.fromEntries([
              ...(cards.data ?? []).map(
                (c) => [c.id, `${c.name}, ${cardsWord[c.kind as keyof typeof cardsWord]}`] as const,
              ),
              [elsewhere, 'cards that are not ours'],
            ])}
          />
          <WeightField
            label="The most on them at once"
            {...weight('most')}
            placeholder={toolId ? 'left empty: what they usually take' : 'any unit'}
          />
          <WeightField label="Only so much of it" {...weight('mass')} placeholder="left empty: all of it" />
          <SelectField
            label="It becomes"
            value={gives}
            onChange={(gives) => form.set({ gives, takenOff: null })}
            words={Object.fromEntries(products.map((p) => [p, formWord[p]])) as Record<Schema['LotForm'], string>}
          />
          <SelectField
            label="Laid on"
            value={values.laidOn}
            onChange={(laidOn) => form.set({ laidOn })}
            words={laidOnWord}
          />
          <SelectField
            label="Taken off"
            value={values.takenOff ?? view?.takenOff ?? 'onePiece'}
            onChange={(takenOff) => form.set({ takenOff })}
            words={takenOffWord}
          />
        </div>
        {cards.data?.length === 0 && (
          <p className={typography.quiet}>
            Once your cards stand <RouterLink to="/workshop">in the workshop</RouterLink>, loads are sized by their
            cloth, and by what you really put on.
          </p>
        )}
        <Row gap={1}>
          <Button type="submit" variant="contained" disabled={lotIds.length === 0 || looker || starting.busy}>
            Begin carding
          </Button>
        </Row>
        {starting.away && <p>The server is away: this is kept here and goes in by itself.</p>}
        <ProblemNotice
          error={
            starting.error ?? (refused?.refusals.some((r) => !['mass', 'most'].includes(r.field)) ? refused : null)
          }
        />
      </Column>
    </form>
  );
}
