'use client';
import type { CapturePlan, Way } from '@/core/capture/plan';
import { Working } from '@/ui/Callout';
import { ScrollArea, Small, Table } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { Verdict } from '@/ui/Verdict';

const megabytes = (bytes: number) =>
  bytes >= 1e9 ? `${(bytes / 1e9).toFixed(2)} GB` : `${(bytes / 1e6).toFixed(0)} MB`;

/** Every way of capturing it, a line each; the one looked at is lit. */
export function WaysTable({
  plan,
  shown,
  onChoose,
}: {
  plan: CapturePlan;
  shown: Way | null;
  onChoose: (name: string) => void;
}) {
  const { unit } = useUnits();
  return (
    <ScrollArea>
      <Table aria-label="Ways of capturing it" $middle>
        <thead>
          <tr>
            <th>Way</th>
            <th>Finding</th>
            <th className="n">Pixels</th>
            <th className="n">8 / 16 bit</th>
            <th className="n">Time</th>
            <th className="n">Cost</th>
            <th className="n">Largest print, {unit}</th>
          </tr>
        </thead>
        <tbody>
          {plan.ways.map((way) => (
            <WayRow
              key={way.name}
              way={way}
              isShown={way === shown}
              onChoose={() => onChoose(way.name)}
            />
          ))}
        </tbody>
      </Table>
    </ScrollArea>
  );
}

function WayRow({ way, isShown, onChoose }: { way: Way; isShown: boolean; onChoose: () => void }) {
  const { money, bareSize } = useUnits();
  return (
    <tr data-lit={isShown || undefined} onClick={onChoose}>
      <th scope="row">
        <button
          type="button"
          style={{ all: 'unset', cursor: 'pointer' }}
          aria-pressed={isShown}
          onClick={onChoose}
        >
          {way.name}
        </button>
        <br />
        <Small>{way.kind}</Small>
      </th>
      <td style={{ minWidth: 250 }}>
        <Verdict finding={way.finding} />
      </td>
      <td className="n">
        {way.pixels.width} × {way.pixels.height}
      </td>
      <td className="n">
        {megabytes(way.bytes.at8)} / {megabytes(way.bytes.at16)}
      </td>
      <td className="n">
        <Time way={way} />
      </td>
      <td className="n">{money(way.costMinor)}</td>
      <td className="n">{way.largest ? bareSize(way.largest) : '–'}</td>
    </tr>
  );
}

function Time({ way }: { way: Way }) {
  if (way.kind === 'professional') return <>{way.minutes} min of yours</>;
  if (!way.scan) return <>{way.minutes ? `${way.minutes} min` : '–'}</>;
  const passes = way.scan.tiles.columns * way.scan.tiles.rows;
  return (
    <Working
      working={{
        title: 'minutes of a scan',
        steps: [
          {
            sum: `${passes} ${passes === 1 ? 'pass' : 'passes'} at ${way.scan.scanPpi} ppi`,
            result: `${way.scan.minutesScanning.toFixed(1)} min`,
          },
          {
            sum: `+ laying ${passes} × 1.5 min${passes > 1 ? ' + joining 12 min' : ''} + 5 min`,
            result: `${way.minutes} min`,
          },
        ],
        notes: ['The scanner’s own time grows with the pixels per inch; it was measured at 600.'],
        source: 'Your own figure for the scanner, and hands’ times to be changed as you learn them.',
      }}
    >
      {way.minutes} min
    </Working>
  );
}
