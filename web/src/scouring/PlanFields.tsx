import TextField from '@mui/material/TextField';
import { clsx } from 'clsx';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import type { Schema } from '../api/client';
import { SelectField } from '../ui/SelectField';
import { Section } from '../ui/Notices';
import type { PlanState } from './planState';
import { agitationWord, bathWord, schoolWord } from './words';
import { NumberField } from '../ui/NumberField';
import { TemperatureField } from '../ui/TemperatureField';
import { Column } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './PlanFields.module.css';

interface Props {
  state: PlanState;
  change: (part: Partial<PlanState>) => void;
  house: Schema['WashHouse'];
  tubId: string;
  on: Schema['PlanFooting'] | undefined;
  plan: Schema['ScourPlanView'] | undefined;
  sign: string;
  at: (field: string) => string | undefined;
}

const show = (n: number | undefined, places = 0) => (n === undefined ? '' : n.toFixed(places));

/** Every figure of the plan; what is left empty follows, and shows what it follows to. */
export function PlanFields({ state, change, house, tubId, on, plan, sign, at }: Props) {
  const field = (name: keyof PlanState & string, label: string, follows: string, sent: string = name) => (
    <NumberField
      label={label}
      value={state[name] as string}
      onChange={(text) => change({ [name]: text })}
      error={at(sent)}
      help={follows ? `now ${follows}` : 'empty: it follows'}
      placeholder={follows}
      shrink
    />
  );
  const warmth = (name: keyof PlanState & string, label: string, follows: string, sent: string = name) => (
    <TemperatureField
      label={label}
      sign={sign}
      value={state[name] as string}
      onChange={(text) => change({ [name]: text })}
      error={at(sent)}
      help={follows ? `now ${follows}` : 'empty: it follows'}
      placeholder={follows}
    />
  );
  const firstWash = plan?.baths.find((b) => b.kind === 'wash');
  return (
    <>
      <Section title="How">
        <div className={styles.fields}>
          <SelectField
            label="Way of washing"
            value={state.school || house.school}
            onChange={(school) => change({ school })}
            words={schoolWord}
          />
          <SelectField
            label="Tub"
            value={tubId}
            onChange={(id) => change({ tubId: id })}
            words={Object.fromEntries([
              ...house.tubs.map((t) => [t.id, `${t.name}, ${t.litres} L`] as const),
              ['other', 'another tub'],
            ])}
          />
          {tubId === 'other' && field('tubLitres', 'It holds, L', show(on?.tubLitres))}
          <SelectField
            label="Movement"
            value={state.agitation}
            onChange={(agitation) => change({ agitation })}
            words={agitationWord}
          />
          {field('batches', 'Batches', show(plan?.batches.count))}
          {field('washes', 'Wash baths', show(plan?.baths.filter((b) => b.kind === 'wash').length))}
          {field('rinses', 'Rinses', show(plan?.baths.filter((b) => b.kind === 'rinse').length))}
          {warmth('temperature', 'Wash bath', firstWash?.settles.text ?? '')}
          {field('minutes', 'Each, minutes', show(firstWash?.minutes))}
          {warmth('floor', 'Floor', plan?.floor.text ?? '')}
          {field('litresPerKilogram', 'Water, L per kg', show(on?.litresPerKilogram))}
          {field('grams', 'Goes in, g', show(on?.greasy.grams), 'greasyGrams')}
        </div>
      </Section>
      <Section title="Water and air">
        <div className={styles.fields}>
          {warmth('hot', 'Hot water', on?.hotWater.text ?? '', 'hotWater')}
          {warmth('cold', 'Cold water', on?.coldWater.text ?? '', 'coldWater')}
          {warmth('air', 'Air', on ? `${on.air.text}, ${on.airFrom}` : '')}
          {warmth('fleece', 'Fleece', 'as the air')}
        </div>
      </Section>
      <Section title="Agent">
        <p className={clsx(typography.quiet, layout.below8)}>
          Typical doses follow the wax that was seen. The bottle’s own dose and lowest temperature win.
        </p>
        <div className={styles.fields}>
          <TextField
            slotProps={{ inputLabel: { shrink: true } }}
            label="Washing agent"
            value={state.agent}
            onChange={(e) => change({ agent: e.target.value })}
          />
          {state.agent.trim() !== '' && (
            <>
              {field('agentDose', 'Bottle’s dose, g per kg', '', 'agent.doseGramsPerKilogram')}
              {warmth('agentFloor', 'Bottle’s floor', '', 'agent.floor')}
              {field('agentPrice', 'Price of a kg', '', 'agent.pricePerKilogram')}
              <FormControlLabel
                control={
                  <Checkbox
                    checked={state.agentAlkaline}
                    onChange={(e) => change({ agentAlkaline: e.target.checked })}
                  />
                }
                label="alkaline"
              />
            </>
          )}
          {field('dose', 'Dose, g per kg', show(plan?.doseGramsPerKilogram, 1), 'doseGramsPerKilogram')}
        </div>
      </Section>
      {plan && plan.baths.length > 0 && (
        <Section title="Each bath by hand">
          <Column gap={1.5}>
            {plan.baths.map((b, i) => {
              const own = state.baths[i] ?? { temperature: '', minutes: '', litres: '', dose: '' };
              const set = (part: Partial<typeof own>) =>
                change({ baths: { ...state.baths, [i]: { ...own, ...part } } });
              const one = (name: keyof typeof own, label: string, follows: number, sent: string) => (
                <NumberField
                  label={label}
                  value={own[name]}
                  onChange={(text) => set({ [name]: text })}
                  placeholder={Number.isInteger(follows) ? String(follows) : follows.toFixed(follows < 20 ? 1 : 0)}
                  error={at(`baths[${i}].${sent}`)}
                  shrink
                  name={`Bath ${i + 1}: ${label}`}
                />
              );
              return (
                <div className={styles.planFields} key={i}>
                  <strong className={styles.strong}>
                    {i + 1} {bathWord[b.kind]}
                  </strong>
                  <TemperatureField
                    sign={sign}
                    value={own.temperature}
                    onChange={(text) => set({ temperature: text })}
                    placeholder={b.settles.text}
                    error={at(`baths[${i}].temperature`)}
                    name={`Bath ${i + 1}: ${sign}`}
                  />
                  {one('minutes', 'minutes', b.minutes, 'minutes')}
                  {one('litres', 'litres', b.litres, 'litres')}
                  {one('dose', 'dose, g', b.doseGrams, 'doseGrams')}
                </div>
              );
            })}
          </Column>
        </Section>
      )}
    </>
  );
}
