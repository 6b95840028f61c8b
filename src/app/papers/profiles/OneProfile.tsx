'use client';
import { useAction } from '@/app/useAction';
import { Button, Row } from '@/ui/Button';
import { FactList, Panel, PanelTitle, Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { useState } from 'react';
import { Outline } from './Outline';
import type { ProfileLine, Props } from './profileProps';

export function OneProfile({ line: l, spaces }: { line: ProfileLine; spaces: Props['spaces'] }) {
  const { date, day } = useUnits();
  const { profile: p } = l;
  const action = useAction();
  const [level, setLevel] = useState(50);
  const reach = spaces
    .map((s) => `${Math.round((100 * p.gamut.volume) / s.gamut.volume)} % of ${s.name}`)
    .join(', ');
  const lab = (v: readonly number[]) =>
    `L* ${v[0]!.toFixed(1)}, a* ${v[1]!.toFixed(1)}, b* ${v[2]!.toFixed(1)}`.replaceAll('-', '−');
  return (
    <Panel id={p.id}>
      <PanelTitle>
        {l.paper}, {l.machine ?? l.route ?? 'any route'} <span>{p.setting}</span>
      </PanelTitle>
      <div style={{ display: 'flex', gap: 30, flexWrap: 'wrap', paddingTop: 10 }}>
        <div style={{ flex: '1 1 280px', minWidth: 0 }}>
          <FactList
            rows={[
              ['Calls itself', p.facts.label],
              [
                'File',
                <a key="f" href={`/api/profiles/${p.id}`} download>
                  {p.fileName}
                </a>,
              ],
              [
                'Kind',
                `ICC ${p.facts.version}, ${p.facts.model}, ${p.facts.works}; ${p.facts.describes}`,
              ],
              ['Intents', p.facts.intents.join(', ')],
              ['White point', lab(p.facts.white)],
              ['Black point', `${lab(p.gamut.black)}, relative to its white`],
              [
                'Gamut',
                p.gamut.volume
                  ? `${p.gamut.volume.toLocaleString('en-GB').replaceAll(',', ' ')} cubic L*a*b* units: ${reach}`
                  : 'grey only',
              ],
              ['Made', date(p.facts.made)],
              ['Kept since', day(p.receivedAt)],
              ['Hash', <Small key="h">{p.sha256.slice(0, 16)}…</Small>],
              ['Size', `${Math.round(p.facts.bytes / 1_024)} kB`],
            ]}
          />
          {p.notes && (
            <p style={{ paddingTop: 8 }}>
              <Small>{p.notes}</Small>
            </p>
          )}
          <Row style={{ paddingTop: 10, marginLeft: -5 }}>
            <Button
              quiet
              isDisabled={action.isPending}
              onPress={() => void action.run('putAwayProfile', { id: p.id, away: !p.archivedAt })}
            >
              {p.archivedAt ? 'Bring it back' : 'Put it away'}
            </Button>
          </Row>
        </div>
        {p.gamut.slices.length > 0 && (
          <div>
            <Outline level={level} own={p.gamut} spaces={spaces} />
            <label style={{ display: 'block', color: t.ink2, fontSize: 12, paddingTop: 6 }}>
              cut at L* {level}
              <input
                type="range"
                min={0}
                max={p.gamut.slices.length - 1}
                step={1}
                value={p.gamut.slices.findIndex((s) => s.L === level)}
                onChange={(e) => setLevel(p.gamut.slices[Number(e.target.value)]!.L)}
                aria-label="Lightness of the cut"
                aria-valuetext={`L* ${level}`}
                style={{ width: '100%', accentColor: t.ink }}
              />
            </label>
          </div>
        )}
      </div>
    </Panel>
  );
}
