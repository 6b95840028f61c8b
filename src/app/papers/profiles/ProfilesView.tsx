'use client';
import { line } from 'd3-shape';
import { scaleLinear } from 'd3-scale';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Profile, ProfileLine } from '@/studio/proofs/profiles';
import { useAction } from '@/app/useAction';
import { postJson, useAnnounce } from '@/ui/Actions';
import { sendFile } from '@/ui/sendFile';
import { Button, Row } from '@/ui/Button';
import { Field, Fields, Select } from '@/ui/Field';
import {
  Columns,
  EmptyState,
  FactList,
  PageHeader,
  Lead,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
  Page,
} from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';
import { PapersNav } from '../PapersNav';
import { useUnits } from '@/ui/Units';

type Choice = { key: string; name: string };
type Props = {
  list: ProfileLine[];
  papers: Choice[];
  routes: Choice[];
  machines: Choice[];
  spaces: { name: string; gamut: Profile['gamut'] }[];
  start: string | null;
};

/** How each paper prints, by machine or route and setting, as its ICC profile says. */
export function ProfilesView({ list, papers, routes, machines, spaces, start }: Props) {
  const live = list.filter((l) => !l.profile.archivedAt);
  const [chosen, setChosen] = useState(start ?? '');
  const open = list.find((l) => l.profile.id === chosen) ?? live[0] ?? list[0];
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Profiles</PageTitle>
          <Lead>
            A profile says how a machine prints on a paper at a setting. It is kept by its hash, with what
            it is for; proofs name the one they went through.
          </Lead>
        </div>
      </PageHeader>
      <PapersNav />
      <Columns $aside={340}>
        <Stack>
          {open ? (
            <OneProfile key={open.profile.id} line={open} spaces={spaces} />
          ) : (
            <Panel>
              <EmptyState title="No profile yet">
                <p>
                  Bring in the ICC file your printer, lab or paper maker gives, or have the practice press
                  profile one of your papers.
                </p>
              </EmptyState>
            </Panel>
          )}
          {list.length > 0 && (
            <Panel>
              <PanelTitle>
                All <span>{live.length}</span>
              </PanelTitle>
              <ul>
                {list.map((l) => (
                  <li
                    key={l.profile.id}
                    style={{
                      display: 'flex',
                      gap: 12,
                      alignItems: 'baseline',
                      padding: '4px 0',
                      borderBottom: `1px solid ${t.hair}`,
                      color: l.profile.archivedAt ? t.ink3 : t.ink,
                    }}
                  >
                    <span style={{ flex: 1 }}>
                      <button
                        type="button"
                        onClick={() => setChosen(l.profile.id)}
                        aria-pressed={l === open}
                        style={{
                          border: 0,
                          background: 'none',
                          padding: 0,
                          font: 'inherit',
                          fontWeight: l === open ? 600 : 400,
                          cursor: 'pointer',
                          textAlign: 'left',
                          color: 'inherit',
                        }}
                      >
                        {l.paper}, {l.machine ?? l.route ?? 'any route'}
                        {l.profile.setting ? `, ${l.profile.setting}` : ''}
                      </button>
                      {l.profile.archivedAt ? ' (put away)' : ''}
                    </span>
                    <Small>
                      ICC {l.profile.facts.version}, {l.profile.facts.works}
                    </Small>
                  </li>
                ))}
              </ul>
            </Panel>
          )}
        </Stack>
        <BringIn papers={papers} routes={routes} machines={machines} />
      </Columns>
    </Page>
  );
}

function OneProfile({ line: l, spaces }: { line: ProfileLine; spaces: Props['spaces'] }) {
  const { day } = useUnits();
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
        <div style={{ flex: 1, minWidth: 280 }}>
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
              ['Made', p.facts.made],
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

/** A cut through the gamut at one lightness: the paper drawn full, the files' spaces by their lines only. */
function Outline({
  level,
  own,
  spaces,
}: {
  level: number;
  own: Profile['gamut'];
  spaces: Props['spaces'];
}) {
  const side = 330,
    x = scaleLinear([-110, 110], [0, side]),
    y = scaleLinear([110, -110], [0, side]);
  const draw = line<readonly [number, number]>(
    (d) => x(d[0]),
    (d) => y(d[1]),
  );
  const at = (g: Profile['gamut']) => g.slices.find((s) => s.L === level)?.lines ?? [];
  const path = (g: Profile['gamut']) =>
    at(g)
      .map(([a1, b1, a2, b2]) =>
        draw([
          [a1, b1],
          [a2, b2],
        ]),
      )
      .join('');
  const area = at(own)
    .map(([a1, b1, a2, b2]) =>
      draw([
        [0, 0],
        [a1, b1],
        [a2, b2],
        [0, 0],
      ]),
    )
    .join('');
  return (
    <svg
      width={side}
      height={side}
      role="img"
      aria-label={`Outline of the gamut at L* ${level} in a*, b*, against ${spaces.map((s) => s.name).join(' and ')}`}
      style={{ background: '#fff', outline: `1px solid ${t.line}`, maxWidth: '100%' }}
    >
      {[-100, -50, 0, 50, 100].map((v) => (
        <g key={v}>
          <path d={`M${x(v)} 0V${side}M0 ${y(v)}H${side}`} stroke={v === 0 ? t.line : '#eee'} />
        </g>
      ))}
      <path d={area} fill="#d9d9d9" />
      <path d={path(own)} stroke={t.ink} strokeWidth={2} fill="none" />
      {spaces.map((s, i) => (
        <path
          key={s.name}
          d={path(s.gamut)}
          stroke={t.ink2}
          strokeWidth={1.1}
          strokeDasharray={i ? '7 3' : '2 3'}
          fill="none"
        />
      ))}
      {/* Over the outline, which would hide them. */}
      {[-100, -50, 50, 100].map((v) => (
        <text key={v} x={x(v)} y={y(0) + 11} fontSize={9} fill={t.ink2} textAnchor="middle">
          {String(v).replace('-', '−')}
        </text>
      ))}
      <text x={side - 6} y={y(0) - 5} fontSize={11} textAnchor="end" fill={t.ink2}>
        a*
      </text>
      <text x={x(0) + 6} y={13} fontSize={11} fill={t.ink2}>
        b*
      </text>
      <g fontSize={10.5} fill={t.ink} transform={`translate(8 ${side - 44})`}>
        <path d="M0 4H24" stroke={t.ink} strokeWidth={2} />
        <text x={30} y={8}>
          this paper
        </text>
        {spaces.map((s, i) => (
          <g key={s.name} transform={`translate(0 ${14 * (i + 1)})`}>
            <path d="M0 4H24" stroke={t.ink2} strokeDasharray={i ? '7 3' : '2 3'} />
            <text x={30} y={8}>
              {s.name}
            </text>
          </g>
        ))}
      </g>
    </svg>
  );
}

function BringIn({
  papers,
  routes,
  machines,
}: {
  papers: Choice[];
  routes: Choice[];
  machines: Choice[];
}) {
  const [paper, setPaper] = useState(papers[0]?.key ?? ''),
    [by, setBy] = useState(machines[0] ? `m ${machines[0].key}` : ''),
    [setting, setSetting] = useState('');
  const [file, setFile] = useState<File | null>(null),
    [busy, setBusy] = useState(''),
    [error, setError] = useState<{ says: string; sure: boolean } | null>(null);
  const [version, setVersion] = useState<'2' | '4'>('4');
  const say = useAnnounce(),
    router = useRouter();
  const to = {
    machineId: by.startsWith('m ') ? by.slice(2) : null,
    routeId: by.startsWith('r ') ? by.slice(2) : null,
  };
  const send = async (sure: boolean) => {
    if (!file) return;
    setBusy('reading');
    setError(null);
    const q = new URLSearchParams({
      name: file.name,
      paper,
      setting,
      ...(to.machineId && { machine: to.machineId }),
      ...(to.routeId && { route: to.routeId }),
      ...(sure && { sure: 'yes' }),
    });
    const answer = await sendFile(`/api/profiles?${q}`, file);
    if ('done' in answer) {
      say({ message: answer.done.message });
      router.refresh();
    } else setError({ says: answer.error.message, sure: answer.error.overridable === true });
    setBusy('');
  };
  const practise = async () => {
    setBusy('profiling');
    setError(null);
    const answer = await postJson('/api/practice', {
      what: 'profile',
      paperId: paper,
      ...to,
      setting,
      version: Number(version),
    });
    if ('done' in answer) {
      say({ message: answer.done.message });
      router.refresh();
    } else setError({ says: answer.error.message, sure: false });
    setBusy('');
  };
  return (
    <Panel>
      <PanelTitle>Bring in a profile</PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 8 }}>
        <Select label="Paper" value={paper} onChange={setPaper} options={papers} />
        <Select
          label="Printed by"
          value={by}
          onChange={setBy}
          options={[
            { key: '', name: 'any machine or route' },
            ...machines.map((m) => ({ key: `m ${m.key}`, name: m.name })),
            ...routes.map((r) => ({ key: `r ${r.key}`, name: r.name })),
          ]}
        />
        <Field
          label="Setting"
          value={setting}
          onChange={setSetting}
          hint="media setting and quality it was made at"
        />
        <label
          style={{
            display: 'block',
            border: `1px dashed ${t.ink3}`,
            background: t.white,
            padding: '10px 12px',
          }}
        >
          ICC file
          <input
            type="file"
            accept=".icc,.icm"
            onChange={(e) => {
              setFile(e.target.files?.[0] ?? null);
              setError(null);
            }}
            aria-label="ICC file"
            style={{ display: 'block', marginTop: 6, maxWidth: '100%' }}
          />
        </label>
        <Row>
          <Button main onPress={() => void send(false)} isDisabled={!file || busy !== ''}>
            {busy === 'reading' ? 'Reading…' : 'Read and keep it'}
          </Button>
        </Row>
        {error && (
          <div role="alert">
            <MarkedText kind="fails">{error.says}</MarkedText>
            {error.sure && (
              <Row style={{ paddingTop: 6 }}>
                <Button onPress={() => void send(true)}>Keep it all the same</Button>
              </Row>
            )}
          </div>
        )}
        <PanelTitle>
          Or practise <span>a made-up press</span>
        </PanelTitle>
        <p>
          The practice press prints like a real one, on papers of yours that it makes up: its profile is a
          true ICC file, and every lot is a little off it.
        </p>
        <Fields $columns="1fr 1fr">
          <Select<'2' | '4'>
            label="ICC version"
            value={version}
            onChange={setVersion}
            options={[
              { key: '4', name: 'version 4' },
              { key: '2', name: 'version 2' },
            ]}
          />
        </Fields>
        <Row>
          <Button onPress={() => void practise()} isDisabled={!paper || busy !== ''}>
            {busy === 'profiling' ? 'Profiling, some seconds…' : 'Profile this paper'}
          </Button>
        </Row>
      </Stack>
    </Panel>
  );
}
