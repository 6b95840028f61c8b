/** When something happened in the demo studio, counted back from the day it is made. */
export type When = { days: number; hour: number } | { hoursAgo: number };

type Event = { at: number; order: number; run: () => Promise<unknown> };

/**
 * Lets things happen at their own time, in order. The studio asks this clock what time it is, so that everything it notes
 * stands at the time it is told of.
 */
export class DemoClock {
  private readonly events: Event[] = [];
  private current: number;

  constructor(private readonly today: Date) {
    this.current = today.getTime();
  }

  now = (): string => new Date(this.current).toISOString();

  at(when: When, run: () => Promise<unknown>): void {
    this.events.push({ at: this.instant(when), order: this.events.length, run });
  }

  /** The calendar day so many days back. */
  day(days: number): string {
    return new Date(this.today.getTime() - days * 86_400_000).toISOString().slice(0, 10);
  }

  /** @param onShare told after each thing how much of all has happened, 0 to 1 */
  async play(onShare: (share: number) => void = () => {}): Promise<void> {
    // Each event is its own second, so that what came first sorts first.
    this.events.sort((a, b) => a.at - b.at || a.order - b.order);
    let last = 0;
    for (const [i, e] of this.events.entries()) {
      this.current = last = Math.max(e.at, last + 1_000);
      await e.run();
      onShare((i + 1) / this.events.length);
    }
    this.current = this.today.getTime();
  }

  private instant(when: When): number {
    if ('hoursAgo' in when) return this.today.getTime() - when.hoursAgo * 3_600_000;
    const day = new Date(this.today.getTime() - when.days * 86_400_000);
    day.setUTCHours(Math.floor(when.hour), Math.round((when.hour % 1) * 60), 0, 0);
    return Math.min(day.getTime(), this.today.getTime() - 60_000);
  }
}
