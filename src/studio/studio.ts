import { monotonicFactory } from 'ulid';
import { eq } from 'drizzle-orm';
import { ObjectStore } from '@/imaging/objects';
import { ImagingPool } from '@/imaging/pool';
import { Store, type Db, type Tx } from '@/store/db';
import { insertRow } from '@/store/rows';
import { journal, studio as studioTable } from '@/store/schema';
import { FIRST_SETTINGS } from './firstSettings';

export type Settings = typeof studioTable.$inferSelect;

export type StudioOptions = {
  dataDir: string;
  remote?: { url: string; token?: string };
  /** Passed in so that tests and the demo can live at another time. */
  now?: () => string;
  who?: string;
};

/** Everything an act needs: the records, the pictures, the clock and who is at work. */
export class Studio {
  private readonly ulid = monotonicFactory();
  readonly objects: ObjectStore;
  readonly imaging = new ImagingPool();

  private constructor(
    readonly store: Store,
    readonly options: StudioOptions,
  ) {
    this.objects = new ObjectStore(options.dataDir);
  }

  static async open(options: StudioOptions): Promise<Studio> {
    const store = await Store.open(options.dataDir, options.remote);
    const studio = new Studio(store, options);
    await store.write(async (tx) => {
      const [row] = await tx.select({ id: studioTable.id }).from(studioTable).limit(1);
      if (!row) await insertRow(tx, studioTable, FIRST_SETTINGS);
    });
    return studio;
  }

  get db() {
    return this.store.db;
  }
  now(): string {
    return this.options.now?.() ?? new Date().toISOString();
  }
  newId(): string {
    return this.ulid(Date.parse(this.now()));
  }

  async settings(db: Db = this.db): Promise<Settings> {
    const [row] = await db
      .select()
      .from(studioTable)
      .where(eq(studioTable.id, FIRST_SETTINGS.id))
      .limit(1);
    return row!;
  }

  async who(db: Db = this.db): Promise<string> {
    return this.options.who ?? ((await this.settings(db)).artist || 'the studio');
  }

  /** Set while closing: what runs beside then ends without a word. */
  closed = false;

  async close(): Promise<void> {
    this.closed = true;
    await this.imaging.end();
    this.store.close();
  }
}

export type JournalLine = {
  act: string;
  subject: string;
  subjectId: string;
  says: string;
  before?: unknown;
  after?: unknown;
};

/** One line in the journal, in the same transaction as what it tells of. */
export async function noteInJournal(studio: Studio, tx: Tx, line: JournalLine): Promise<void> {
  await insertRow(tx, journal, {
    id: studio.newId(),
    at: studio.now(),
    who: await studio.who(tx),
    before: null,
    after: null,
    ...line,
  });
}
