import { hoseAllowance, hoseSlack, orderedFreeLength } from './slack';
import { hosePlaces } from '../common/where';
import type { ReadingGate } from '../../document/job';
import { K, propagate } from '../../kernel/uncertainty/propagate';
import { crossedHoseSpan } from '../linkage/geometryAid';
import { limitOn } from '../../record/checks/limit';
import { hoseSlack as hoseSlackLimit } from './limits';
import { atLeastMm, marked, mm } from '../../kernel/phrase';
import { spotsOf } from '../../record/checks/spotsOf';
import type { CheckDefinition } from '../../record/checks/types';

/** Brake hose slack: greatest span measured at droop, or crossed by the geometry where that is more. */
export const hoseSlackCheck = (gate: ReadingGate): CheckDefinition => ({
  id: 'brake-hose-slack',
  title: 'Brake hose slack',
  gate,
  safetyCritical: true,
  calculationMayClear: false,
  limit: hoseSlackLimit,
  quantity: 'length',
  places: ({ job }) => hosePlaces(job),
  needs: (w, place) => ({
    required: {
      free: { gate, point: 'hoseFree', place, state: 'droop' },
      ...Object.fromEntries(spotsOf(w, gate, 'hoseSpan', place).map((s) => [`span ${s.state}`, s])),
      ...(gate === 'after' ? { proof: { gate, point: 'hoseProof', place, state: 'droop' } } : {}),
    },
  }),
  work: (input) => {
    const spans = spotsOf(input.w, gate, 'hoseSpan', input.place).map((s) => input.get(`span ${s.state}`));
    const free = input.get('free');
    const measured = Math.max(...spans.map((span) => span.value));
    const crossed = crossedHoseSpan(input.w, input.place, gate, measured);
    // What the geometry adds can only ask for more hose than the tape did.
    const further = crossed && crossed.value > measured ? [crossed] : [];
    const all = [...spans, ...further];
    const slack = propagate(([length = 0, ...rest]) => hoseSlack(length, rest), [free, ...all]);
    const wants = hoseAllowance(free.value);
    const values = all.map((span) => span.value);
    const shop = limitOn(input.job, hoseSlackLimit).clear;
    const enough = orderedFreeLength(Math.max(...values), shop, K * slack.u);
    const proof = input.proof('proof');
    const wanted = Math.max(wants, shop);
    const short = wanted - slack.value;
    return {
      ...slack,
      limit: { clear: wants, stop: 15 },
      cap: proof && !proof.good ? { at: 'Stop', why: `by hand: ${proof.note || 'not free'}` } : undefined,
      formula:
        'slack = free length − greatest straight span at full droop and lock; allowance = max(25 mm, 5 % of the free length)',
      summary:
        slack.value < 0
          ? [mm(-slack.value), ' short at full droop, wants ', mm(wants), ' of slack']
          : [mm(slack.value), ' of slack at full droop, wants ', mm(wants)],
      next:
        short > 0 || slack.value - wanted < K * slack.u
          ? [
              'Longer hose, flexible part ',
              atLeastMm(enough),
              ' or more, or lower the bracket; then bleed and pedal test.',
            ]
          : ['Prove by hand at full droop and both locks: no kink, twist or rub.'],
      mark: marked([
        ...(gate === 'before' ? ['provisional: droop is read again after new shocks'] : []),
        ...(crossed ? [`crossed span from the geometry${crossed.assumed ? ', partly assumed' : ''}`] : []),
      ]),
      steps: [
        { name: 'Greatest span', amount: [mm(Math.max(...values))] },
        ...(crossed
          ? [
              {
                name: 'Crossed, by the geometry',
                amount: [mm(crossed.value), ' ± ', mm(K * crossed.u), ' with this wheel ', mm(-crossed.droop), ' down'],
              },
            ]
          : []),
        { name: 'Allowance', amount: [mm(wants)] },
        { name: 'Least free length that reads Clear', amount: [atLeastMm(enough), ', its uncertainty counted in'] },
      ],
    };
  },
});
