import { z } from 'zod';
import { connect } from '@/db/client';
import { shops } from '@/db/schema/shops';
import { closeDatabase } from '@/server/database';
import { invite } from '@/server/people/membership';

const zoneExists = (zone: string): boolean => {
  try {
    return Boolean(new Intl.DateTimeFormat('en', { timeZone: zone }));
  } catch {
    return false;
  }
};
const Asked = z.tuple([
  z.string().trim().min(1, 'the shop’s name is missing').max(120),
  z.string().refine(zoneExists, 'the time zone is not one such as Europe/Oslo'),
  z.string().trim().min(1, 'the owner’s name is missing').max(80),
  z.email('the owner’s e-mail is not one'),
  z.enum(['in', 'mm'], 'units are in or mm').default('in'),
]);

const [name, zone, owner, email, units = 'in'] = process.argv.slice(2);
const parsed = Asked.safeParse([name ?? '', zone ?? '', owner ?? '', email ?? '', units]);
if (!parsed.success) {
  console.error(
    `${parsed.error.issues[0]?.message}. npm run shop -- "Shop name" Area/City "Owner's name" owner@example.net [in|mm]`,
  );
  process.exit(2);
}
const [shopName, timeZone, ownerName, ownerEmail, length] = parsed.data;
const { db, pool } = connect(process.env.DATABASE_URL ?? '', { max: 2 });
const [shop] = await db
  .insert(shops)
  .values({
    name: shopName,
    timeZone,
    ...(length === 'mm' && { lengthUnit: 'mm' as const, pressureUnit: 'kPa' as const, massUnit: 'kg' as const }),
  })
  .returning();
const invited = await invite(
  { id: '', name: 'High Gate', role: 'owner', shop: { id: shop?.id ?? '' } },
  { name: ownerName, email: ownerEmail, role: 'owner' },
);
await pool.end();
await closeDatabase();
if (!invited.ok) {
  console.error(invited.message);
  process.exit(1);
}
const address = process.env.HIGH_GATE_URL ?? 'http://localhost:3000';
console.log(
  `${shopName} is made. ${ownerName} joins it, within a week, by:\n${address.replace(/\/$/, '')}${invited.path}`,
);
