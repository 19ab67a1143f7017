import { hashPassword } from 'better-auth/crypto';
import { eq } from 'drizzle-orm';
import { insertJob } from '@/server/jobs/inserting';
import { connect } from '@/db/client';
import { account, user } from '@/db/schema/auth';
import { fitSettings, kits, members, shops } from '@/db/schema/shops';
import { demoJobs } from './demo/jobs';
import { DEFAULT_FIT_RULES } from '@/core/document/fitRules';
import { DEMO_KITS, DEMO_STOCK } from './demo/vehicles';

/** Loads the demo shop once: a second start finds it there and leaves it alone. */
const SHOP = 'Skarn Valley Lift & Axle';
const PEOPLE = [
  { name: 'Runa', email: 'runa@skarn.example', role: 'technician' },
  { name: 'Ivo', email: 'ivo@skarn.example', role: 'lead' },
  { name: 'Maren', email: 'maren@skarn.example', role: 'front-desk' },
  { name: 'Solvei', email: 'solvei@skarn.example', role: 'owner' },
] as const;

// The shop and its people are made by the owner of the database; the jobs come in as through the application.
const { db } = connect(process.env.DATABASE_URL ?? '');
const [there] = await db.select().from(shops).where(eq(shops.name, SHOP));
if (!there) {
  console.log('· loading the demo shop');
  const [shop] = await db
    .insert(shops)
    .values({
      name: SHOP,
      timeZone: 'Europe/Oslo',
      lengthUnit: 'in16',
      pressureUnit: 'psi',
      massUnit: 'kg',
      lastJobNumber: 145,
    })
    .returning();
  if (!shop) throw new Error('the demo shop could not be made');
  const password = await hashPassword('high-gate-demo');
  let lead = { id: '', name: '' };
  for (const { name, email, role } of PEOPLE) {
    const id = crypto.randomUUID();
    await db.insert(user).values({ id, name, email, emailVerified: true });
    await db
      .insert(account)
      .values({ id: crypto.randomUUID(), accountId: id, providerId: 'credential', userId: id, password });
    const [member] = await db.insert(members).values({ shopId: shop.id, userId: id, name, role }).returning();
    if (role === 'lead' && member) lead = member;
  }
  for (const kit of DEMO_KITS) await db.insert(kits).values({ shopId: shop.id, ...kit });
  await db.insert(fitSettings).values({ shopId: shop.id, setBy: lead.id, rules: DEFAULT_FIT_RULES, stock: DEMO_STOCK });
  for (const job of demoJobs()) await insertJob({ ...lead, role: 'lead', shop }, job);
}
process.exit(0);
