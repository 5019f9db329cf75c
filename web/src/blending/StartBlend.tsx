import Slider from '@mui/material/Slider';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState, type FormEvent } from 'react';
import { Problem, type Schema } from '../api/client';
import { useSession, useStations } from '../api/queries';
import { LaidLoad, Streaks } from '../drawings/Layers';
import { tappedAt } from '../api/clock';
import { FromPhotograph } from '../photographs/FromPhotograph';
import { useBeginRun } from '../runs/beginRun';
import { SelectField } from '../ui/SelectField';
import { MassOf } from '../ui/Figure';
import { LotChips } from '../ui/LotChips';
import { Notice, ProblemNotice } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { WeightField } from '../ui/WeightField';
import { frozen, number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { formWord } from '../ui/words';
import { BuyIn } from './BuyIn';
import { useBlendPlan, useBlendTools } from './queries';
import { blendOnWord, sharesByWord, toolOn } from './words';
import { useUnits } from '../api/units';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './StartBlend.module.css';

const elsewhere = '';

/** What is blended in which shares: what to weigh out, the order of the layers, how even it gets, and what the mix will be like. */
export function StartBlend({ lots, wanted }: { lots: readonly Schema['LotLine'][]; wanted: string | null }) {
  const units = useUnits();
  const tools = useBlendTools();
  const stations = useStations();
  const looker = useSession().data?.workshop?.role === 'looker';
  const [chosen, setChosen] = useState<string[] | null>(null);
  const [amounts, setAmounts] = useState<Record<string, string>>({});
  const form = useFields({
    by: 'percent' as Schema['SharesBy'],
    total: '',
    on: 'drum' as Schema['BlendOn'],
    tool: null as string | null,
    most: '',
    gives: 'batt' as Schema['LotForm'],
    layers: '12',
    splitIn: '4',
    passes: 2,
    seed: 1,
  });
  const starting = useBeginRun(() => {
    setChosen(null);
    setAmounts({});
    form.reset();
  });
  const { values } = form;
  const came = lots.find((l) => l.code === wanted);
  const lotIds = (chosen ?? (came ? [came.id] : [])).filter((id) => lots.some((l) => l.id === id));
  const own = tools.of(toolOn[values.on]);
  const toolId =
    (values.tool !== null && [elsewhere, ...own.map((t) => t.id)].includes(values.tool)
      ? values.tool
      : (own[0]?.id ?? elsewhere)) || null;
  const body: Schema['BlendStart'] = {
    components: lotIds.map((lotId) => ({ lotId, amount: amounts[lotId] ?? '' })),
    by: values.by,
    total: values.by === 'weight' ? null : values.total,
    toolId,
    most: values.most.trim() || null,
    on: values.on,
    gives: values.gives,
    layers: number(values.layers) ?? 0,
    passes: values.passes,
    splitIn: number(values.splitIn) ?? 0,
    taken: 10,
    seed: values.seed,
    startedAt: null,
  };
  const wish = frozen(body);
  const asked = useDeferredValue(wish);
  const told =
    lotIds.length > 0 &&
    lotIds.every((id) => amounts[id]?.trim()) &&
    (values.by === 'weight' || values.total.trim() !== '');
  const sized = toolId !== null || values.most.trim() !== '';
  const plan = useBlendPlan(asked, told && sized && tools.isSuccess && asked === wish);
  const refused = plan.error instanceof Problem && !plan.error.isAway ? plan.error : null;
  const view = refused || !told ? undefined : plan.data;
  const at = (name: string) => starting.error?.at(name) ?? (told ? refused?.at(name) : null);
  const seen = ['total', 'most', 'layers', 'splitIn', ...lotIds.map((_, i) => `components[${i}].amount`)];
  const problem = starting.error ?? (told ? refused : null);
  const shades = view?.portions.map((p) => p.shade) ?? [];
  const shown = view?.picture[values.passes];
  const set = (name: 'total' | 'most' | 'layers' | 'splitIn') => ({
    value: values[name],
    onChange: (text: string) => {
      starting.clearError();
      form.set({ [name]: text });
    },
    error: at(name),
  });
  const begin = (e: FormEvent) => {
    e.preventDefault();
    starting.begin({ ...body, craft: 'blend', startedAt: tappedAt() });
  };
  const choose = (ids: string[]) => {
    starting.clearError();
    setChosen(ids);
  };
  return (
    <form noValidate onSubmit={begin} aria-label="Blend">
      <Column gap={2}>
        {view && shown && (
          <div className={styles.columns}>
            <Column gap={1}>
              <Row align="end" gap={3}>
                <MassOf
                  mass={view.perLoad}
                  label={`${view.loads} ${view.loads === 1 ? 'load' : 'loads'} of`}
                  size="big"
                />
                <MassOf mass={view.total} label="all of it" />
                <div
                  className={styles.swatch}
                  style={{ backgroundColor: view.shade }}
                  role="img"
                  aria-label={`The mix from afar is ${view.shade}`}
                />
                <p className={typography.quiet}>
                  {[
                    view.meanMicron !== null && `${view.meanMicron} µm`,
                    view.meanRegainPercent !== null && `${view.meanRegainPercent} % regain`,
                    view.price !== null && `${view.price} for ${units.amount}`,
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </p>
              </Row>
              <Streaks
                layers={shown.layers}
                yarn={shown.yarn}
                shades={shades}
                words={`After ${values.passes} passes a stretch of the yarn is ${shown.unevenPercent} percent off the recipe.`}
              />
              <Row align="center" gap={2}>
                <p className={typography.quiet}>streaky</p>
                <Slider
                  style={{ width: 170 }}
                  aria-label="Passes"
                  min={0}
                  max={view.picture.length - 1}
                  step={1}
                  value={values.passes}
                  onChange={(_, passes) => form.set({ passes })}
                />
                <p className={typography.quiet}>even</p>
                <Button size="small" onClick={() => form.set({ seed: values.seed + 1 })}>
                  Another hand
                </Button>
              </Row>
              <p>
                {values.passes === 0
                  ? 'As it is laid on'
                  : `After ${values.passes} ${values.passes === 1 ? 'pass' : 'passes'}`}
                : a stretch of the yarn is about {shown.unevenPercent} % off the recipe; mixed through,{' '}
                {view.floorPercent} % would be left. A simulation, the same each time it is asked.
              </p>
            </Column>
            <LaidLoad
              layers={view.laid.map((l) => ({ component: l.component, grams: l.mass.grams, text: l.mass.text }))}
              shades={shades}
              words={`Each load in ${view.laid.length} ${view.laid.length === 1 ? 'layer' : 'layers'}, the first at the bottom: ${view.laid.map((l) => `${view.portions[l.component]!.code} ${l.mass.text}`).join(', ')}.`}
            />
          </div>
        )}
        {view?.portions
          .filter((p) => p.advice)
          .map((p) => (
            <Notice key={p.lotId} tone="watch">
              {p.code}: {p.advice}
            </Notice>
          ))}
        {view?.notes.map((n) => (
          <p className={styles.sentence} key={n}>
            {n}
          </p>
        ))}
        <div>
          <h2 className={layout.below8}>What goes in</h2>
          <LotChips lots={lots} chosen={lotIds} onChange={choose} first="blend" />
        </div>
        <Row align="start" gap={1.5}>
          <SelectField
            style={{ width: 150 }}
            label="Shares"
            value={values.by}
            onChange={(by) => form.set({ by })}
            words={sharesByWord}
          />
          {values.by !== 'weight' && (
            <div style={{ width: 170 }}>
              <WeightField label="All of it" {...set('total')} />
            </div>
          )}
          {lotIds.map((id, i) => {
            const lot = lots.find((l) => l.id === id)!;
            const portion = view?.portions.find((p) => p.lotId === id);
            return (
              <TextField
                slotProps={{ htmlInput: { inputMode: 'decimal' } }}
                style={{ width: 220 }}
                key={id}
                label={`${lot.code}, ${values.by === 'percent' ? '%' : values.by === 'parts' ? 'parts' : 'weight'}`}
                value={amounts[id] ?? ''}
                onChange={(e) => {
                  starting.clearError();
                  setAmounts({ ...amounts, [id]: e.target.value });
                }}
                error={!!at(`components[${i}].amount`)}
                helperText={
                  at(`components[${i}].amount`) ??
                  (portion
                    ? `${portion.perLoad.text} a load, ${portion.total.text} in all`
                    : `${lot.left?.text ?? 'not weighed'} there`)
                }
              />
            );
          })}
        </Row>
        <FromPhotograph
          step="blend"
          takeWord="Take these shares"
          mayTake={(c) => c.recipe.some((r) => lots.some((l) => l.id === r.lotId))}
          take={(c) => {
            form.set({ by: 'percent' });
            choose(c.recipe.map((r) => r.lotId));
            setAmounts(Object.fromEntries(c.recipe.map((r) => [r.lotId, String(r.percent)])));
          }}
        />
        <BuyIn added={(id) => choose([...lotIds, id])} />
        <div className={styles.startBlendColumns}>
          <SelectField
            label="Laid on"
            value={values.on}
            onChange={(on) => form.set({ on, tool: null })}
            words={blendOnWord}
          />
          <SelectField
            label="Which"
            value={toolId ?? elsewhere}
            onChange={(tool) => form.set({ tool })}
            words={Object.fromEntries([
              ...own.map((t) => [t.id, t.name] as const),
              [elsewhere, 'one that is not ours'],
            ])}
          />
          <WeightField
            label="The most on it at once"
            {...set('most')}
            placeholder={toolId ? 'left empty: what it usually takes' : 'any unit'}
          />
          <SelectField
            label="It becomes"
            value={values.gives}
            onChange={(gives) => form.set({ gives })}
            of={stations.data?.find((s) => s.step === 'blend')?.gives ?? [values.gives]}
            words={formWord}
          />
          <NumberField label="Layers of a load, about" whole {...set('layers')} />
          <NumberField label="Split in, each pass" whole {...set('splitIn')} />
        </div>
        <Row gap={1}>
          <Button type="submit" variant="contained" disabled={lotIds.length === 0 || looker || starting.busy}>
            Begin blending
          </Button>
        </Row>
        {starting.away && <p>The server is away: this is kept here and goes in by itself.</p>}
        <ProblemNotice
          error={
            problem?.refusals.some((r) => !seen.includes(r.field)) || problem?.refusals.length === 0 ? problem : null
          }
        />
      </Column>
    </form>
  );
}
