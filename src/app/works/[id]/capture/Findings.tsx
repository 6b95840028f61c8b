'use client';
import type { MasterModel } from '@/app/models';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import styled from 'styled-components';
import type { NamedFinding, Readings, ShareMap } from '@/core/capture/readings';

import { useAction } from '@/app/useAction';
import { Button } from '@/ui/Button';
import { PanelTitle, Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { isMeasured, useMasterState } from './useMasterState';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { Histogram } from './Histogram';

const List = styled.ul`
  display: grid;
  gap: 7px;
  padding: 6px 0 10px;
`;

/** What was measured of the current master, as sentences. */
export function Findings({
  master,
  readings,
  findings,
  measuring,
}: {
  master: MasterModel;
  readings: Readings | null;
  findings: NamedFinding[];
  measuring: { step: string } | null;
}) {
  const action = useAction();
  if (!readings) {
    return (
      <section>
        <PanelTitle>What it holds</PanelTitle>
        {master.state === 'ready' && (measuring || !master.measuredAt) ? (
          <StillMeasuring id={master.id} step={measuring?.step ?? 'waiting its turn'} />
        ) : (
          <Small>Nothing measured yet.</Small>
        )}
        {master.state === 'ready' && !measuring && (
          <Button
            onPress={() => void action.run('measureAgain', { id: master.id })}
            isDisabled={action.isPending}
          >
            Measure it
          </Button>
        )}
      </section>
    );
  }
  return (
    <section>
      <PanelTitle>
        What it holds{' '}
        <span>
          measured {readings.width} × {readings.height} px
        </span>
      </PanelTitle>
      <List aria-label="Findings">
        {findings.map((f) => (
          <li key={f.says}>
            <Verdict finding={f} />
          </li>
        ))}
      </List>
      <Histogram readings={readings} />
    </section>
  );
}

function StillMeasuring({ id, step }: { id: string; step: string }) {
  const router = useRouter();
  const { answer } = useMasterState(id, isMeasured);
  useEffect(() => {
    if (answer?.measured) router.refresh();
  }, [answer, router]);
  return (
    <p role="status">
      <MarkedText kind="none">
        Being measured: {step}. A few seconds for each fifty megapixels; everything else can go on
        meanwhile.
      </MarkedText>
    </p>
  );
}

export type MapKind = 'none' | 'detail' | 'high' | 'low' | 'edge';
const Grid = styled.svg`
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
`;

type ShareCells = { cols: number; rows: number; shares: (number | null)[] };

function mapOf(readings: Readings, kind: MapKind): ShareCells | null {
  switch (kind) {
    case 'detail':
      return readings.detail?.map ?? null;
    case 'high':
      return readings.clipped.highMap;
    case 'low':
      return readings.clipped.lowMap;
    case 'edge':
      return readings.edge?.map ?? null;
    default:
      return null;
  }
}

/** Where on the picture: cells drawn over it, fuller ink where there is more of what is looked for. */
export function MapOver({ readings, kind }: { readings: Readings; kind: MapKind }) {
  const map = mapOf(readings, kind);
  if (!map) return null;
  return (
    <Grid
      viewBox={`0 0 ${map.cols} ${map.rows}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={`Map of ${MAP_SAYS[kind]}`}
    >
      {map.shares.map((s, i) => {
        const [x, y] = [i % map.cols, Math.floor(i / map.cols)];
        if (kind === 'detail')
          return s === null ? (
            <path key={i} d={`M${x + 0.35} ${y + 0.5}h0.3`} stroke="#fff" strokeWidth="0.08" />
          ) : (
            <rect
              key={i}
              x={x + 0.04}
              y={y + 0.04}
              width={0.92}
              height={0.92}
              fill={t.ink}
              fillOpacity={0.82 * (1 - s)}
              stroke="#fff"
              strokeOpacity={0.5}
              strokeWidth="0.03"
            />
          );
        return s ? (
          <rect
            key={i}
            x={x}
            y={y}
            width={1}
            height={1}
            fill={kind === 'high' ? '#000' : '#fff'}
            fillOpacity={Math.min(0.9, 0.25 + 3 * s)}
            stroke={kind === 'high' ? '#fff' : '#000'}
            strokeWidth="0.05"
          />
        ) : null;
      })}
    </Grid>
  );
}
export const MAP_SAYS: Record<MapKind, string> = {
  none: 'the picture alone',
  detail: 'where the detail is: darker is softer, a dash is too plain to tell',
  high: 'where a channel is at its lightest end',
  low: 'where a channel is at its darkest end',
  edge: 'where colours lie on the edge of the space',
};
export const hasMap = (r: Readings, kind: MapKind): boolean =>
  kind === 'none' ||
  (kind === 'detail'
    ? Boolean(r.detail)
    : kind === 'edge'
      ? Boolean(r.edge && any(r.edge.map))
      : any(kind === 'high' ? r.clipped.highMap : r.clipped.lowMap));
const any = (m: ShareMap) => m.shares.some((s) => s > 0);
