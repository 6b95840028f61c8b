import type { CarrierDesk } from '@/studio/ports';

const DAY_MS = 86_400_000;

/**
 * A carrier's counter, for practice: it sells a label with a code of its own, and its parcels move on as days pass. One in thirteen
 * stands still on the way, as some do.
 */
export const simulatedCarrier: CarrierDesk = {
  name: 'the simulated carrier',
  simulated: true,
  async buyLabel({ carrier, orderNumber }) {
    const letters = carrier
      .replace(/[^A-Za-z]/g, '')
      .slice(0, 2)
      .toUpperCase()
      .padEnd(2, 'X');
    // The last figure checks the others, so that a slip of the pen is seen.
    const figures = String(70_000_000 + orderNumber * 917);
    const check = [...figures].reduce((sum, figure, i) => sum + Number(figure) * (i % 2 ? 1 : 3), 0) % 10;
    return { tracking: `${letters}${figures}${check}` };
  },
  async track({ tracking, dispatchedAt, days, now }) {
    const figures = Number(tracking.replace(/\D/g, '')) || 0;
    const isStuck = figures % 13 === 0;
    const passed = (Date.parse(now) - Date.parse(dispatchedAt)) / DAY_MS;
    const steps = [
      { after: 0, says: 'handed over' },
      { after: 0.4, says: 'sorted' },
      { after: Math.max(0.8, days * 0.6), says: 'in the town of the buyer' },
      { after: Math.max(1, days), says: 'delivered' },
    ];
    return steps
      .filter(({ after, says }) => after <= passed && !(isStuck && says === 'delivered'))
      .map(({ after, says }) => ({
        at: new Date(Date.parse(dispatchedAt) + after * DAY_MS).toISOString(),
        says,
      }));
  },
};
