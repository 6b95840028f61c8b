import type { GamutFacts } from '@/core/colour/gamut';
import { localDay } from '@/core/measure';
import { ObjectStore } from '@/imaging/objects';
import { ImagingPool } from '@/imaging/pool';
import type { ChainCheck } from '@/core/edition/chain';
import type { ChainMark } from '@/store/chainCheck';
import { Store, type Db, type Tx } from '@/store/db';
import { lastTimes } from '@/store/journal';
import { insertRow } from '@/store/rows';
import { artistOf, firstSettingsUnlessThere, settingsRow, type Settings } from '@/store/settings';
import { monotonicFactory } from 'ulid';
import type { ActionAnswer } from './action';
import type { StudioCheck } from './care/studioCheck';
import type { Job } from './jobs';
import { FIRST_SETTINGS } from './settings/firstSettings';

export type { Settings } from '@/store/settings';

export type StudioOptions = {
  dataDir: string;
  remote?: { url: string; token?: string };
  /** Passed in so that tests and the demo can live at another time. */
  now?: () => string;
  who?: string;
  /** Workers that several studios share; whoever gives them ends them. Left out: the studio's own. */
  imaging?: ImagingPool;
};

/** Something that goes on beside the pages: at what step it is, and how to stop it. */
export type Running = {
  step: string;
  startedAt: number;
  megapixels: number;
  stopped: boolean;
  cancel: () => void;
  done: Promise<void>;
};

/** A file on its way in: how to stop waiting for its bytes, and its end, whatever comes of it. */
export type UploadUnderWay = { breakOff: () => void; over: Promise<unknown> };

type SpaceOutline = { name: string; gamut: GamutFacts };

/** Everything an act needs: the records, the pictures, the clock and who is at work. */
export class Studio {
  private readonly ulid = monotonicFactory();
  private lastIdTime = 0;
  private readonly pool: ImagingPool;
  readonly objects: ObjectStore;

  /** Acts at work now, by their key. */
  readonly actsRunning = new Map<string, Promise<ActionAnswer>>();
  /** Readings by the file's hash: two works may share a file, and it is read once. */
  readonly readings = new Map<string, Running>();
  /** Tiles of inks that are being made, by the file. */
  readonly inkings = new Map<string, Promise<boolean>>();
  /** Measurings by master. */
  readonly measurings = new Map<string, { step: string; done: Promise<void> }>();
  readonly jobs = new Map<string, Job>();
  /** Files on their way in, by the key of their sending. */
  readonly uploads = new Map<string, UploadUnderWay>();
  /** Files on their way in by hash: the same file twice at once is kept once. */
  readonly arriving = new Map<string, Promise<unknown>>();
  /** Outlines of the spaces files are kept in: being worked out, and there. */
  spaces: Promise<SpaceOutline[]> | null = null;
  spacesReady: SpaceOutline[] = [];
  /** Up to where the register was found whole since the server began. */
  chainMark: ChainMark | null = null;
  chainWalking: Promise<ChainCheck> | null = null;
  /** The last look over the whole studio, as long as the server runs. */
  lastCheck: StudioCheck | null = null;
  /** Set while closing: what runs beside then ends without a word. */
  closed = false;

  private constructor(
    readonly store: Store,
    readonly options: StudioOptions,
  ) {
    this.objects = new ObjectStore(options.dataDir);
    this.pool = options.imaging ?? new ImagingPool();
  }

  static async open(options: StudioOptions): Promise<Studio> {
    const store = await Store.open(options.dataDir, options.remote);
    const studio = new Studio(store, options);
    await store.write((tx) => firstSettingsUnlessThere(tx, FIRST_SETTINGS));
    // Ids of one millisecond sort by chance across two processes: ours begin in the next.
    studio.lastIdTime = (await lastTimes(store.db)).ids + 1;
    return studio;
  }

  get db() {
    return this.store.db;
  }

  /** Workers that read pictures. An act that waits for one must not hold the database meanwhile. */
  get imaging(): ImagingPool {
    if (this.store.openTx)
      throw new Error('a worker was asked inside a transaction: nobody else could write meanwhile');
    return this.pool;
  }

  now(): string {
    return this.options.now?.() ?? new Date().toISOString();
  }

  /** The calendar day it is in the studio. */
  async today(): Promise<string> {
    return localDay(this.now(), (await this.settings()).timeZone);
  }

  /** Ids sort by when they were made, also when the clock was put back since. */
  newId(): string {
    this.lastIdTime = Math.max(this.lastIdTime, Date.parse(this.now()));
    return this.ulid(this.lastIdTime);
  }

  /** How the studio works. Every page asks several times. */
  async settings(db?: Db): Promise<Settings> {
    if (db) return settingsRow(db, FIRST_SETTINGS.id);
    return { ...(await this.untilWritten('settings', () => settingsRow(this.db, FIRST_SETTINGS.id))) };
  }

  /**
   * What was read of the records, kept until anybody has written; inside a transaction it is read each time. Who takes it must
   * not change it.
   *
   * @param name what it is, with everything beside the records that it hangs on: a day, a place
   */
  async untilWritten<T>(name: string, read: () => Promise<T>): Promise<T> {
    const version = await this.store.version();
    if (version === null) return read();
    if (this.kept.version !== version) this.kept = { version, read: new Map() };
    const { read: known } = this.kept;
    const there = known.get(name) as Promise<T> | undefined;
    if (there) return there;
    const fresh = read();
    known.set(name, fresh);
    // What could not be read is asked for again by the next.
    fresh.catch(() => known.delete(name));
    return fresh;
  }

  private kept = { version: -1, read: new Map<string, Promise<unknown>>() };

  async who(db: Db = this.db): Promise<string> {
    return this.options.who ?? ((await artistOf(db, FIRST_SETTINGS.id)) || 'the studio');
  }

  async close(): Promise<void> {
    this.closed = true;
    if (!this.options.imaging) await this.pool.end();
    await this.store.close();
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
  await insertRow(tx, 'journal', {
    id: studio.newId(),
    at: studio.now(),
    who: await studio.who(tx),
    before: null,
    after: null,
    ...line,
  });
}
