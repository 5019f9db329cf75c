import Box from '@mui/material/Box';
import type { Schema } from '../api/client';
import { minutesWord } from '../drawings/Baths';
import { bathWord, riskWord, schoolWord } from './words';

/** The plan on paper, to hang by the tub: only there when the page is printed. */
export function PlanSheet({
  on,
  plan,
  cost,
}: {
  on: Schema['PlanFooting'];
  plan: Schema['ScourPlan'];
  cost: string | null;
}) {
  return (
    <Box
      className="sheet"
      sx={{
        display: 'none',
        '@media print': { display: 'block', fontSize: '12pt', color: '#000' },
        '& table': { borderCollapse: 'collapse', width: '100%', mt: '5mm' },
        '& th, & td': { border: '0.3mm solid #000', p: '1.5mm 2mm', textAlign: 'left', verticalAlign: 'top' },
        '& td.blank': { width: '26mm' },
      }}
    >
      <Box component="h1" sx={{ fontSize: '20pt', m: 0 }}>
        Wash {on.lots.map((l) => l.code).join(', ')}
      </Box>
      <p>
        {on.lots.map((l) => l.parentage || 'unknown').join(', ')}; {on.greasy.text} greasy; {schoolWord[plan.school]}.{' '}
        {plan.batches.count} {plan.batches.count === 1 ? 'batch' : 'batches'} of {plan.batches.grams.toFixed(0)} g in{' '}
        {on.tub ?? 'a tub'} of {on.tubLitres} L.
      </p>
      <table>
        <thead>
          <tr>
            <th>Bath</th>
            <th>Hot + cold</th>
            <th>Pour at</th>
            <th>Settles at</th>
            <th>Dose</th>
            <th>Minutes</th>
            <th>In at</th>
            <th>Out at</th>
          </tr>
        </thead>
        <tbody>
          {plan.baths.map((b, i) => (
            <tr key={i}>
              <td>
                {i + 1} {bathWord[b.kind]}
              </td>
              <td>
                {b.hotLitres == null
                  ? `${b.litres.toFixed(1)} L`
                  : `${b.hotLitres.toFixed(1)} + ${(b.coldLitres ?? 0).toFixed(1)} L`}
              </td>
              <td>{b.pourCelsius.toFixed(1)} °C</td>
              <td>{b.celsius.toFixed(0)} °C</td>
              <td>{b.doseGrams > 0 ? `${b.doseGrams.toFixed(1)} g` : ''}</td>
              <td>{minutesWord(b.minutes)}</td>
              <td className="blank"></td>
              <td className="blank"></td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>
        Hot water {on.hotCelsius} °C, cold {on.coldCelsius} °C. Lift before {plan.floorCelsius.toFixed(0)} °C. In all{' '}
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
    </Box>
  );
}
