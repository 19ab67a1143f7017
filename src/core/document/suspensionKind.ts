import * as z from 'zod';
import { FRONT_KINDS, REAR_KINDS } from './suspensionNames';

export { SUSPENSION_NAME, type SuspensionKind } from './suspensionNames';
export const FrontSuspension = z.enum(FRONT_KINDS);
export const RearSuspension = z.enum(REAR_KINDS);
