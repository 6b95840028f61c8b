'use client';
import styled from 'styled-components';
import type { PackLayer } from '@/core/parcel/pack';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import type { PackingModel } from './packingModel';

const Layers = styled.ol`
  display: grid;
  gap: 2px;
  li {
    display: grid;
    grid-template-columns: 128px minmax(0, 1fr) auto;
    gap: 10px;
    align-items: center;
    font-size: 13px;
    line-height: 16px;
  }
  li > span:last-child {
    color: ${t.ink2};
    white-space: nowrap;
  }
  svg {
    display: block;
  }
`;
const SPACE = { width: 128, height: 26 };
/** How far a sheet seen from the side leans. */
const LEAN = 0.35;

/**
 * The parcel taken apart, from the outside in, each layer to one scale as it is seen lying from the side, with what it weighs. A
 * tube's layers are seen as what is rolled.
 */
export function LayersDrawing({ table: { parcel, plan } }: { table: PackingModel }) {
  const { weight, bareSize } = useUnits();
  const layers: PackLayer[] = parcel?.layers ?? plan?.layers ?? [];
  const longest = Math.max(
    1,
    ...layers.map(({ size }) => (size ? Math.max(size.width, size.height) : 0)),
  );
  const k = (SPACE.width - 26) / longest;
  return (
    <section aria-label="The parcel, layer by layer">
      <Layers>
        {layers.map((layer, i) => (
          <li key={`${layer.name} ${i}`}>
            <Sheet layer={layer} k={k} />
            <span>
              {layer.count > 1 ? `${layer.count} × ` : ''}
              {layer.name}
              {layer.size && layer.kind !== 'print' && layer.size.width > 0 && !hasSize(layer.name)
                ? ` ${bareSize(layer.size)}`
                : ''}
            </span>
            <span>{weight(layer.weight)}</span>
          </li>
        ))}
      </Layers>
    </section>
  );
}

/** Supplies are often called by their size. */
const hasSize = (name: string) => /\d\s*[x×]\s*\d/.test(name);

function Sheet({ layer, k }: { layer: PackLayer; k: number }) {
  const isSmall = !layer.size || layer.size.width === 0;
  const long = isSmall ? 40 : Math.max(layer.size!.width, layer.size!.height) * k;
  const short = isSmall ? 14 : Math.min(layer.size!.width, layer.size!.height) * k;
  const tall = Math.min(SPACE.height - 4, Math.max(6, short * LEAN));
  const lean = tall * 0.9;
  const left = (SPACE.width - long - lean) / 2;
  const top = (SPACE.height - tall) / 2;
  const fill = layer.kind === 'print' ? t.white : layer.kind === 'insert' ? t.sheet : '#e4e4e4';
  return (
    <svg width={SPACE.width} height={SPACE.height} aria-hidden>
      <path
        d={`M${left + lean} ${top}h${long}l${-lean} ${tall}h${-long}z`}
        fill={fill}
        stroke={t.ink}
        strokeWidth={layer.kind === 'print' ? 1.4 : 0.9}
        strokeDasharray={layer.kind === 'sleeve' || layer.kind === 'interleaving' ? '4 2' : undefined}
      />
      {layer.kind === 'tube' && (
        <ellipse
          cx={left + long + lean / 2}
          cy={top + tall / 2}
          rx={tall / 3}
          ry={tall / 2}
          fill={t.white}
          stroke={t.ink}
        />
      )}
    </svg>
  );
}
