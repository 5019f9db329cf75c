import { Fragment } from 'react';
import type { Schema } from '../api/client';
import { minutesWord } from '../drawings/Baths';
import { bathWord, pourWords, riskWord, schoolWord } from './words';
import styles from './PlanSheet.module.css';

const MostWritten = 3;

/** The plan on paper, to hang by the tub: only there when the page is printed. */
export function PlanSheet({
  on,
  plan,
  cost,
}: {
  on: Schema['PlanFooting'];
  plan: Schema['ScourPlanView'];
  cost: string | null;
}) {
  // A pair of columns to write the time into for each batch, while the sheet is wide enough.
  const written = plan.batches.count <= MostWritten ? Array.from({ length: plan.batches.count }, (_, i) => i + 1) : [];
  return (
    <div className={`sheet ${styles.sheet}`}>
      <h1 className={styles.title}>Wash {on.lots.map((l) => l.code).join(', ')}</h1>
      <p>
        {on.lots.map((l) => l.parentage || 'unknown').join(', ')}; {on.greasy.text} greasy; {schoolWord[plan.school]}.{' '}
        {plan.batches.count} {plan.batches.count === 1 ? 'batch' : 'batches'} of {plan.batches.grams.toFixed(0)} g in{' '}
        {on.tub ?? 'a tub'} of {on.tubLitres} L.
      </p>
      <table>
        <thead>
          <tr>
            <th>Bath</th>
            <th>Pour together</th>
            <th>Pour at</th>
            <th>Settles at</th>
            <th>Dose</th>
            <th>For</th>
            {written.map((batch) => (
              <Fragment key={batch}>
                <th>In {batch}</th>
                <th>Out {batch}</th>
              </Fragment>
            ))}
          </tr>
        </thead>
        <tbody>
          {plan.baths.map((b, i) => (
            <tr key={i}>
              <td>
                {i + 1} {bathWord[b.kind]}
              </td>
              <td className="pour">{pourWords(b).replaceAll(' + ', '\n')}</td>
              <td>{b.pour.text}</td>
              <td>{b.settles.text}</td>
              <td>{b.doseGrams > 0 ? `${b.doseGrams.toFixed(1)} g` : ''}</td>
              <td>{minutesWord(b.minutes)}</td>
              {written.map((batch) => (
                <Fragment key={batch}>
                  <td className="blank"></td>
                  <td className="blank"></td>
                </Fragment>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p>
        Hot water {on.hotWater.text}, cold {on.coldWater.text}. Lift before {plan.floor.text}. In all{' '}
        {plan.waterLitres.toFixed(0)} L, {plan.kilowattHours.toFixed(1)} kWh, {plan.agentGrams.toFixed(0)} g of agent
        {cost ? `, ${cost}` : ''}.
      </p>
      <p>
        Felting: {riskWord[plan.risk.level]}. {plan.risk.because.join(' ')}
      </p>
      {plan.notes.map((n) => (
        <p key={n}>{n}</p>
      ))}
      <p>
        Scalds: pour low, long gloves, lift in a net, children and animals out. The bottle and local rules for waste
        water come first.
      </p>
    </div>
  );
}
