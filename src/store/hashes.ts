import { sql } from 'drizzle-orm';
import type { Db } from './db';

/** What of the studio names a file by its hash. */
export type Naming = { sha256: string; what: string };

/** Every place that names a kept file. A new column that does so belongs here: what is not here is swept away. */
const NAMINGS = sql`
  SELECT sha256, 'master ' || file_name AS what FROM masters
  UNION ALL SELECT sha256, 'print file ' || file_name FROM print_files WHERE sha256 IS NOT NULL
  UNION ALL SELECT print_file_sha, 'proof sheet ' || file_name FROM proofs WHERE print_file_sha IS NOT NULL
  UNION ALL SELECT photo_sha, 'photograph of a proof' FROM proofs WHERE photo_sha IS NOT NULL
  UNION ALL SELECT json_extract(c.value, '$.sha256'), 'capture ' || coalesce(json_extract(c.value, '$.fileName'), '') FROM comparisons, json_each(CASE WHEN json_valid(comparisons.captures) THEN coalesce(json_extract(comparisons.captures, '$.body'), comparisons.captures) ELSE '[]' END) c
  UNION ALL SELECT sha256, 'photograph ' || file_name FROM photographs
  UNION ALL SELECT sha256, 'photograph ' || file_name FROM evidence
  UNION ALL SELECT p.value, 'photograph of what befell an order' FROM order_cases, json_each(json_extract(order_cases.photos, '$.body')) p
  UNION ALL SELECT p.value, 'photograph at a handover' FROM handovers, json_each(json_extract(handovers.photos, '$.body')) p
  UNION ALL SELECT sha256, 'photograph of a buyer’s wall ' || file_name FROM buyer_walls
  UNION ALL SELECT sha256, 'profile ' || file_name FROM profiles`;

export const allNamings = (db: Db): Promise<Naming[]> => db.all<Naming>(sql`${NAMINGS}`);

/** What names one file; nothing: it may go. */
export const namingsOf = (db: Db, sha256: string): Promise<Naming[]> =>
  db.all<Naming>(sql`SELECT * FROM (${NAMINGS}) WHERE sha256 = ${sha256}`);
