import * as z from 'zod';

/** What the server answers to what was sent; loaded once there is something to send. */
export const Answered = z.object({
  outcomes: z.array(
    z.discriminatedUnion('state', [
      z.object({ id: z.string(), state: z.literal('filed') }),
      z.object({ id: z.string(), state: z.literal('refused'), why: z.string(), needs: z.literal('word').optional() }),
    ]),
  ),
});
