import * as z from 'zod';
import { mm, type Phrase } from '../../kernel/phrase';
import { planPart } from '../../record/subject';

const lift = z.number().min(-400).max(800).nullable();
/**
 * A plan that was written while the wanted lift still meant the lip's rise: what was told then, mm. What the lip was
 * altered by was taken out as it was read, so that it is compared as it was meant.
 */
export const liftToldAtLip = planPart({
  id: 'lift-told-at-lip',
  name: 'Wanted lift, as told in the older sense',
  schema: z.strictObject({ front: lift, rear: lift }),
  fields: [],
  says: ({ front, rear }): Phrase => [
    'the lip’s rise, ',
    ...(front === null ? ['front not altered'] : [mm(front, true), ' front']),
    ', ',
    ...(rear === null ? ['rear not altered'] : [mm(rear, true), ' rear']),
    '; what the lip was altered by is taken out of it',
  ],
});
