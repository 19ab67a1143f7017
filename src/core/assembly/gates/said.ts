import * as z from 'zod';
import { isQuantity } from '../../kernel/units/quantities';

const Amount = z.object({
  quantity: z.string().refine(isQuantity, 'is not a quantity'),
  value: z.number(),
  signed: z.boolean().optional(),
  // Without it an advised length came out short in the Yard.
  up: z.boolean().optional(),
});
/** A phrase as it is kept beside a job. */
export const Said = z.array(z.union([z.string(), Amount]));
