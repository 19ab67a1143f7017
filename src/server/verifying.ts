import 'server-only';
import { sql } from 'drizzle-orm';
import { atDoor } from './database';

export interface Verified extends Record<string, unknown> {
  kind: 'sheet' | 'amendment';
  shop_name: string;
  number: string;
  state: 'released' | 'left-unreleased';
  signed_at: Date;
  signed_by: string;
  amended: number;
  last_amended_at: Date | null;
  sheet_sha: string;
  /** Its readings came out of a file: this shop did not take them. */
  brought_in: boolean;
}

/** What a printed hash belongs to; null where nothing kept here has it. The database hashes the text anew to answer. */
export async function verifySheet(hash: string): Promise<Verified | null> {
  if (!/^[0-9a-f]{64}$/.test(hash)) return null;
  const found = await atDoor((db) => db.execute<Verified>(sql`select * from verify_sheet(${hash})`));
  return found.rows[0] ?? null;
}
