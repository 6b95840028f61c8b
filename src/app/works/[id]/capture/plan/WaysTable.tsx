'use client';
import type { CapturePlan, Way } from '@/core/capture/plan';
import { GRAVEST_FIRST } from '@/core/finding';
import { Working } from '@/ui/Callout';
import { DataTable, type Column } from '@/ui/DataTable';
import { Small } from '@/ui/Layout';
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
  const columns: readonly Column<Way>[] = [
    { key: 'way', head: 'Way', by: (way) => way.name },
    { key: 'finding', head: 'Finding', by: (way) => -GRAVEST_FIRST.indexOf(way.finding.verdict) },
    {
      key: 'pixels',
      head: 'Pixels',
      by: (way) => way.pixels.width * way.pixels.height,
      isFigure: true,
    },
    { key: 'bytes', head: '8 / 16 bit', by: (way) => way.bytes.at16, isFigure: true },
    { key: 'time', head: 'Time', by: (way) => way.minutes, isFigure: true },
    { key: 'cost', head: 'Cost', by: (way) => way.costMinor, isFigure: true },
    {
      key: 'largest',
      head: `Largest print, ${unit}`,
      by: (way) => way.largest && way.largest.width * way.largest.height,
      isFigure: true,
    },
  ];
  return (
    <DataTable
      label="Ways of capturing it"
      rows={plan.ways}
      columns={columns}
      keyOf={(way) => way.name}
      lineOf={(way) => <WayRow way={way} isShown={way === shown} onChoose={() => onChoose(way.name)} />}
      isMiddle
    />
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
