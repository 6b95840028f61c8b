'use client';
import { ppiForPrint } from '@/core/resolution';
import { imageOf } from '@/core/crop/border';
import { numberOrTyped, readNumber } from '@/core/measure';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import styled from 'styled-components';
import type { ResolutionCheck } from '@/core/resolution';
import type { Kernel } from '@/core/printfile/resample';
import { filePixels, type FileSpace, type Intent } from '@/core/printfile/spec';
import { alterationsOf, questionsOf } from '@/core/printfile/steps';
import type { Format, Master, Work } from '@/store/works';
import type { LikeFactor, Prep } from '@/studio/capture/preps';
import type { PrintFile } from '@/studio/print-files/printFiles';
import { useAction } from '@/app/useAction';
import { ErrorCallout, type ActionError } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Check, Field, Fields, Select } from '@/ui/Field';
import { JobProgress } from '@/ui/Job';
import { Aside, Columns, EmptyState, PanelTitle, Small, Stack } from '@/ui/Layout';
import { Working } from '@/ui/Callout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { sendFile } from '@/ui/sendFile';

type Listed = PrintFile & { stale: string[] };
type Offered = { format: Format; wrapped: boolean; check: ResolutionCheck | null; passed: LikeFactor[] };
type Route = {
  id: string;
  name: string;
  space: string;
  fileKinds: string;
  addsBorder: boolean;
  ppiSteps: { upTo?: number; ppi: number }[];
};
type Props = {
  work: Work;
  masters: Master[];
  current: Master | null;
  offered: Offered[];
  routes: Route[];
  preps: Prep[];
  files: Listed[];
};

/** What was done to the file, and the print files made of it. */
export function FilesView({ work, current, offered, routes, preps, files }: Props) {
  if (!current)
    return (
      <EmptyState title="No master yet">
        <p>A print file is made of a master, a prep and a size. Bring a capture in first.</p>
      </EmptyState>
    );
  return (
    <Columns $aside={420}>
      <Stack $gap={26}>
        {offered.length ? (
          <MakePart work={work} current={current} offered={offered} routes={routes} preps={preps} />
        ) : (
          <EmptyState title="No size is offered yet">
            <p>Tick a size at the Sizes station; its print file is then made here.</p>
          </EmptyState>
        )}
        <FilesPart files={files} offered={offered} routes={routes} current={current} />
      </Stack>
      <Aside>
        <PrepPart current={current} offered={offered} preps={preps} signature={work.signature} />
      </Aside>
    </Columns>
  );
}

/** What a route asks of a file for a size. */
const ppiOf = (route: Route, format: Offered['format']): number =>
  ppiForPrint(route.ppiSteps, imageOf(format));

const spaceFor = (r: Route | undefined): FileSpace | 'RGB + CMYK pair' =>
  !r
    ? 'opRGB'
    : /cmyk/i.test(r.space) && /rgb/i.test(r.space)
      ? 'RGB + CMYK pair'
      : /cmyk/i.test(r.space)
        ? 'CMYK'
        : /srgb/i.test(r.space)
          ? 'sRGB'
          : 'opRGB';
const SPACES = ['opRGB', 'sRGB', 'CMYK', 'RGB + CMYK pair', 'as the master'] as const;
const KERNEL_NAMES: Record<Kernel, string> = {
  lanczos3: 'Lanczos 3, crisp',
  mitchell: 'Mitchell, gentle',
  cubic: 'cubic, between',
};
const KERNEL_KEYS = Object.entries(KERNEL_NAMES).map(([key, name]) => ({ key: key as Kernel, name }));

function MakePart({
  work,
  current,
  offered,
  routes,
  preps,
}: {
  work: Work;
  current: Master;
  offered: Offered[];
  routes: Route[];
  preps: Prep[];
}) {
  const { size } = useUnits();
  const [q, setQ] = useState(() => {
    const route = routes[0];
    return {
      formatId: offered[0]!.format.id,
      routeId: route?.id ?? '',
      prepId: preps.find((p) => p.masterId === current.id)?.id ?? '',
      ppi: String(route ? ppiOf(route, offered[0]!.format) : 300),
      kernel: 'lanczos3' as Kernel,
      amount: '60',
      radius: '1.0',
      threshold: '2',
      sharpen: true,
      space: spaceFor(route),
      intent: 'relative colorimetric' as Intent,
      bits: '8' as '8' | '16',
      file: 'TIFF' as 'TIFF' | 'JPEG',
      quality: '94',
      borderInFile: !(route?.addsBorder ?? true),
      untaggedIs: 'ask' as 'ask' | 'sRGB' | 'opRGB',
      forWhat: 'sheet' as 'sheet' | 'wrap',
    };
  });
  const set =
    <K extends keyof typeof q>(key: K) =>
    (value: (typeof q)[K]) =>
      setQ((was) => ({ ...was, [key]: value }));
  const action = useAction();
  const [job, setJob] = useState<string | null>(null);
  const chosen = offered.find((o) => o.format.id === q.formatId) ?? offered[0]!;
  const f = chosen.format;
  const image = { width: f.imageWidthUm, height: f.imageHeightUm };
  const ppi = readNumber(q.ppi) ?? 0;
  const border = q.borderInFile
    ? { top: f.borderTopUm, right: f.borderRightUm, bottom: f.borderBottomUm, left: f.borderLeftUm }
    : null;
  const pixels = ppi >= 30 && ppi <= 1_440 ? filePixels(image, border, ppi) : null;
  const takeRoute = (routeId: string) => {
    const r = routes.find((x) => x.id === routeId);
    setQ((was) => ({
      ...was,
      routeId,
      space: spaceFor(r),
      ppi: r ? String(ppiOf(r, f)) : was.ppi,
      borderInFile: !(r?.addsBorder ?? true),
      file: r && !/tiff/i.test(r.fileKinds) ? 'JPEG' : 'TIFF',
    }));
  };
  // A route may ask less of large prints: what it asked follows the size, what was typed over it stays.
  const takeFormat = (formatId: string) => {
    const route = routes.find((x) => x.id === q.routeId);
    const next = offered.find((o) => o.format.id === formatId)!.format;
    setQ((was) => ({
      ...was,
      formatId,
      ppi: route && was.ppi === String(ppiOf(route, f)) ? String(ppiOf(route, next)) : was.ppi,
    }));
  };
  const make = async () => {
    const done = await action.run('makePrintFile', {
      formatId: f.id,
      masterId: current.id,
      prepId: q.prepId || null,
      routeId: q.routeId || null,
      ppi: numberOrTyped(q.ppi),
      kernel: q.kernel,
      sharpen: q.sharpen
        ? {
            amount: numberOrTyped(q.amount),
            radius: numberOrTyped(q.radius),
            threshold: numberOrTyped(q.threshold),
          }
        : null,
      space: q.space,
      intent: q.intent,
      bits: q.file === 'JPEG' || q.bits === '8' ? 8 : 16,
      file: q.file === 'TIFF' ? 'TIFF' : { jpeg: Math.round(numberOrTyped(q.quality)) },
      borderInFile: q.borderInFile,
      untaggedIs: q.untaggedIs === 'ask' ? null : q.untaggedIs,
      forWhat: chosen.wrapped ? q.forWhat : 'sheet',
    });
    if (typeof done?.job === 'string') setJob(done.job);
  };
  const untagged = !current.profileLabel && current.colour === 'RGB';
  return (
    <section>
      <PanelTitle>
        Make a print file <span>{current.fileName}</span>
      </PanelTitle>
      <Stack $gap={14} style={{ paddingTop: 8 }}>
        <Fields $columns="repeat(auto-fill, minmax(168px, 1fr))">
          <Select
            label="For the size"
            value={q.formatId}
            onChange={takeFormat}
            options={offered.map((o) => ({
              key: o.format.id,
              name: size({ width: o.format.imageWidthUm, height: o.format.imageHeightUm }),
            }))}
          />
          {chosen.wrapped && (
            <Select
              label="As"
              value={q.forWhat}
              onChange={set('forWhat')}
              options={[
                { key: 'sheet', name: 'a sheet' },
                { key: 'wrap', name: 'the planned wrap' },
              ]}
              hint="with its edges, panel by panel"
            />
          )}
          {routes.length > 0 && (
            <Select
              label="For the route"
              value={q.routeId}
              onChange={takeRoute}
              options={routes.map((r) => ({ key: r.id, name: r.name }))}
            />
          )}
          <Field
            label="Pixels per inch"
            value={q.ppi}
            onChange={set('ppi')}
            wrong={pixels ? action.fieldError('ppi') : 'Expected a number from 30 to 1 440.'}
          />
          <Select
            label="Prep it belongs to"
            value={q.prepId}
            onChange={set('prepId')}
            options={[{ key: '', name: 'none' }, ...preps.map((p) => ({ key: p.id, name: p.name }))]}
          />
          <Select label="Resampled by" value={q.kernel} onChange={set('kernel')} options={KERNEL_KEYS} />
          <Select
            label="Space"
            value={q.space}
            onChange={set('space')}
            options={SPACES.map((s) => ({ key: s, name: s }))}
          />
          <Select
            label="Intent"
            value={q.intent}
            onChange={set('intent')}
            options={(['relative colorimetric', 'perceptual'] as const).map((i) => ({ key: i, name: i }))}
          />
          <Select
            label="File"
            value={q.file}
            onChange={set('file')}
            options={[
              { key: 'TIFF', name: 'TIFF' },
              { key: 'JPEG', name: 'JPEG' },
            ]}
          />
          {q.file === 'TIFF' ? (
            <Select
              label="Depth"
              value={q.bits}
              onChange={set('bits')}
              options={[
                { key: '8', name: '8 bit, dithered' },
                { key: '16', name: '16 bit' },
              ]}
            />
          ) : (
            <Field
              label="JPEG quality, 50–100"
              value={q.quality}
              onChange={set('quality')}
              wrong={action.fieldError('file')}
            />
          )}
          {untagged && (
            <Select
              label="Its numbers mean"
              value={q.untaggedIs}
              onChange={set('untaggedIs')}
              options={[
                { key: 'ask', name: 'not known: ask' },
                { key: 'sRGB', name: 'sRGB, I was told' },
                { key: 'opRGB', name: 'opRGB, I was told' },
              ]}
              hint="the master is untagged"
            />
          )}
        </Fields>
        <Row $gap={18} style={{ alignItems: 'end' }}>
          <Check checked={q.sharpen} onChange={set('sharpen')}>
            Unsharp mask, after resampling
          </Check>
          {q.sharpen && (
            <>
              <Field
                label="Amount, %"
                value={q.amount}
                onChange={set('amount')}
                width={76}
                wrong={action.fieldError('sharpen.amount')}
              />
              <Field
                label="Radius, px"
                value={q.radius}
                onChange={set('radius')}
                width={76}
                wrong={action.fieldError('sharpen.radius')}
              />
              <Field
                label="Threshold, of 255"
                value={q.threshold}
                onChange={set('threshold')}
                width={110}
                wrong={action.fieldError('sharpen.threshold')}
              />
            </>
          )}
          <Check checked={q.borderInFile} onChange={set('borderInFile')}>
            Border in the file
          </Check>
        </Row>
        {chosen.check && pixels && (
          <Stack $gap={5}>
            <MarkedText kind="none">
              The file:{' '}
              <Working
                working={{
                  title: 'pixels of the print file',
                  steps: [
                    {
                      sum: `${size({ width: image.width + (border ? border.left + border.right : 0), height: image.height + (border ? border.top + border.bottom : 0) })} × ${ppi} ppi`,
                      result: `${pixels.sheet.width} × ${pixels.sheet.height} px`,
                    },
                    {
                      sum: 'of which the image',
                      result: `${pixels.image.width} × ${pixels.image.height} px`,
                    },
                  ],
                  notes: ['The sheet is rounded once; the border takes its share of it.'],
                  source: 'pixels = inches × ppi',
                }}
              >
                {pixels.sheet.width} × {pixels.sheet.height} px
              </Working>
              , resample factor × {((chosen.check.factor * ppi) / chosen.check.requiredPpi).toFixed(2)}.
            </MarkedText>
            {chosen.passed.map((p) => (
              <MarkedText key={p.prepId} kind="holds">
                Last time the factor was near this (× {p.factor.toFixed(2)}, {p.title}), these settings
                passed at round {p.round}: {p.settings}.
              </MarkedText>
            ))}
          </Stack>
        )}
        <Row>
          <Button
            main
            onPress={() => void make()}
            isDisabled={action.isPending || !pixels || work.mayPrint !== 'yes'}
          >
            Make the print file
          </Button>
          {work.mayPrint !== 'yes' && (
            <MarkedText kind="fails">
              This work may not be printed{work.mayPrint === 'no' ? '' : ' yet'}.
            </MarkedText>
          )}
        </Row>
        {job && <JobProgress key={job} job={job} />}
        <ErrorCallout error={action.error} fields={['ppi', 'file', 'sharpen']} />
      </Stack>
    </section>
  );
}

const FileItem = styled.li`
  padding: 10px 0;
  border-bottom: 1px solid ${t.hair};
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 6px 16px;
  ul {
    grid-column: 1 / -1;
    display: grid;
    gap: 4px;
  }
  strong {
    overflow-wrap: anywhere;
  }
`;

function FilesPart({
  files,
  offered,
  routes,
  current,
}: {
  files: Listed[];
  offered: Offered[];
  routes: Route[];
  current: Master;
}) {
  const action = useAction();
  const { size } = useUnits();
  return (
    <section>
      <PanelTitle>
        Print files <span>{files.length}</span>
      </PanelTitle>
      {!files.length && <Small>None yet. A file made elsewhere passes the same check.</Small>}
      <ul>
        {files.map((f) => {
          const format = offered.find((o) => o.format.id === f.formatId)?.format;
          return (
            <FileItem key={f.id}>
              <div>
                <strong>
                  {f.sha256 ? <a href={`/api/printfile/${f.id}`}>{f.fileName}</a> : f.fileName}
                </strong>
                <br />
                <Small>
                  {[
                    format && size({ width: format.imageWidthUm, height: format.imageHeightUm }),
                    f.check &&
                      `${f.check.pixels.width} × ${f.check.pixels.height} px, ${f.check.bits} bit, ${f.check.space}`,
                    f.bytes && `${(f.bytes / 1e6).toFixed(1)} MB`,
                    routes.find((r) => r.id === f.routeId)?.name,
                    f.says,
                    f.madeAt.slice(0, 16).replace('T', ' '),
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </Small>
              </div>
              <Button
                quiet
                onPress={() => void action.run('removePrintFile', { id: f.id })}
                isDisabled={action.isPending}
                aria-label={`Remove ${f.fileName}`}
              >
                Remove
              </Button>
              <ul>
                {f.check?.findings.map((x) => (
                  <li key={x.says}>
                    <Verdict finding={x} />
                  </li>
                ))}
                {f.stale.length > 0 && (
                  <li>
                    <MarkedText kind="care">
                      Stale: {f.stale.join(' and ')} changed since it was made. Make it again before it is
                      printed.
                    </MarkedText>
                  </li>
                )}
                {f.masterId && f.masterId !== current.id && (
                  <li>
                    <MarkedText kind="care">
                      Made from an earlier master: the current one is {current.fileName}.
                    </MarkedText>
                  </li>
                )}
                {f.madeAt < current.receivedAt && f.masterId === current.id && (
                  <li>
                    <MarkedText kind="care">Older than its master.</MarkedText>
                  </li>
                )}
              </ul>
            </FileItem>
          );
        })}
      </ul>
      <ErrorCallout error={action.error} />
      {offered.length > 0 && <BringIn offered={offered} routes={routes} />}
    </section>
  );
}

function BringIn({ offered, routes }: { offered: Offered[]; routes: Route[] }) {
  const { size } = useUnits();
  const router = useRouter();
  const [formatId, setFormat] = useState(offered[0]!.format.id);
  const [ppi, setPpi] = useState('300');
  const [error, setError] = useState<ActionError | null>(null);
  const [said, setSaid] = useState<{ says: string; holds: boolean } | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const send = async (file: File) => {
    setError(null);
    setSaid(null);
    setShare(0);
    const answer = await sendFile<{ says: string; holds: boolean }>(
      `/api/printfile?${new URLSearchParams({ name: file.name, format: formatId, ppi, route: routes[0]?.id ?? '' })}`,
      file,
      { onProgress: (sent, total) => setShare(total ? sent / total : 1) },
    );
    setShare(null);
    if ('error' in answer) setError(answer.error);
    else {
      setSaid(answer.done);
      router.refresh();
    }
  };
  return (
    <Stack $gap={8} style={{ paddingTop: 14 }}>
      <Row $gap={12} style={{ alignItems: 'end' }}>
        <Select
          label="Bring one in, made for"
          value={formatId}
          onChange={setFormat}
          options={offered.map((o) => ({
            key: o.format.id,
            name: size({ width: o.format.imageWidthUm, height: o.format.imageHeightUm }),
          }))}
          width={190}
        />
        <Field label="at pixels per inch" value={ppi} onChange={setPpi} width={110} />
        <input
          ref={input}
          type="file"
          hidden
          accept=".tif,.tiff,.jpg,.jpeg,.png"
          aria-label="Print file made elsewhere"
          onChange={(e) => {
            const f = e.target.files?.[0];
            if (f) void send(f);
            e.target.value = '';
          }}
        />
        <Button onPress={() => input.current?.click()} isDisabled={share !== null}>
          {share === null ? 'Choose the file' : `Sending, ${Math.round(100 * share)} %`}
        </Button>
      </Row>
      {said && <MarkedText kind={said.holds ? 'holds' : 'fails'}>{said.says}</MarkedText>}
      <ErrorCallout error={error} />
    </Stack>
  );
}

const Steps = styled.ol`
  counter-reset: s;
  li {
    counter-increment: s;
    display: grid;
    grid-template-columns: 22px minmax(0, 1fr) auto;
    gap: 6px;
    padding: 4px 0;
    border-bottom: 1px solid ${t.hair};
    align-items: baseline;
  }
  li::before {
    content: counter(s);
    color: ${t.ink3};
  }
`;

function PrepPart({
  current,
  offered,
  preps,
  signature,
}: {
  current: Master;
  offered: Offered[];
  preps: Prep[];
  signature: Work['signature'];
}) {
  const { size } = useUnits();
  const action = useAction();
  const [name, setName] = useState('');
  const [formatId, setFormat] = useState(offered[0]?.format.id ?? '');
  const [copyFrom, setCopy] = useState('');
  const begin = async () => {
    if (
      await action.run('beginPrep', {
        masterId: current.id,
        formatId: formatId || null,
        name: name.trim() || `Prep for ${sizeName(formatId)}`,
        copyFrom: copyFrom || null,
      })
    )
      setName('');
  };
  const sizeName = (id: string) => {
    const f = offered.find((o) => o.format.id === id)?.format;
    return f ? size({ width: f.imageWidthUm, height: f.imageHeightUm }) : 'all sizes';
  };
  return (
    <section>
      <PanelTitle>
        Prep log <span>{preps.length}</span>
      </PanelTitle>
      <Stack $gap={18} style={{ paddingTop: 6 }}>
        {preps.map((p) => (
          <OnePrep
            signature={signature}
            key={p.id}
            prep={p}
            forSize={p.formatId ? sizeName(p.formatId) : 'all sizes'}
          />
        ))}
        {!preps.length && (
          <Small>
            What was done to a master on the way to a print, in order, with its figures: so that what
            passed once can be done again.
          </Small>
        )}
        <form
          onSubmit={(e) => {
            e.preventDefault();
            void begin();
          }}
        >
          <Stack $gap={8}>
            <Fields $columns="1fr 1fr">
              <Select
                label="Begin one for"
                value={formatId}
                onChange={setFormat}
                options={[
                  ...offered.map((o) => ({ key: o.format.id, name: sizeName(o.format.id) })),
                  { key: '', name: 'all sizes' },
                ]}
              />
              <Select
                label="Beginning with"
                value={copyFrom}
                onChange={setCopy}
                options={[
                  { key: '', name: 'nothing' },
                  ...preps.map((p) => ({ key: p.id, name: `the steps of ${p.name}` })),
                ]}
              />
            </Fields>
            <Row style={{ alignItems: 'end' }}>
              <Field
                label="Called"
                value={name}
                onChange={setName}
                width={220}
                placeholder={`Prep for ${sizeName(formatId)}`}
                wrong={action.fieldError('name')}
              />
              <Button type="submit" isDisabled={action.isPending}>
                Begin a prep
              </Button>
            </Row>
            <ErrorCallout error={action.error} fields={['name']} />
          </Stack>
        </form>
      </Stack>
    </section>
  );
}

function OnePrep({
  prep: p,
  forSize,
  signature,
}: {
  prep: Prep;
  forSize: string;
  signature: Work['signature'];
}) {
  const action = useAction();
  const [line, setLine] = useState('');
  const log = async () => {
    if (line.trim() && (await action.run('logStep', { id: p.id, line }))) setLine('');
  };
  const altered = alterationsOf(p.steps);
  return (
    <div>
      <Row style={{ justifyContent: 'space-between' }}>
        <div>
          <strong>{p.name}</strong>{' '}
          <Small>
            {forSize}
            {p.factor ? `, factor × ${p.factor.toFixed(2)}` : ''}
          </Small>
        </div>
        <Button
          quiet
          onPress={() => void action.run('removePrep', { id: p.id })}
          isDisabled={action.isPending}
          aria-label={`Remove ${p.name}`}
        >
          Remove
        </Button>
      </Row>
      <Steps aria-label={`Steps of ${p.name}`}>
        {p.steps.map((s, i) => (
          <li key={i}>
            <span>
              {s.says}
              {s.by === 'Glassine' && <Small> · by Glassine</Small>}
            </span>
            <Button
              quiet
              onPress={() => void action.run('dropStep', { id: p.id, at: i })}
              isDisabled={action.isPending}
              aria-label={`Take out step ${i + 1}`}
            >
              Take out
            </Button>
          </li>
        ))}
      </Steps>
      <Stack $gap={5} style={{ padding: '6px 0' }}>
        {questionsOf(p.steps, signature).map((says) => (
          <MarkedText key={says} kind="care">
            {says}
          </MarkedText>
        ))}
        {altered.length > 0 && (
          <MarkedText kind="care">
            Altered ({altered.join('; ').toLowerCase()}): a print of it is not called a facsimile.
          </MarkedText>
        )}
      </Stack>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void log();
        }}
      >
        <Row style={{ alignItems: 'end' }}>
          <Field
            label={`Next step of ${p.name}`}
            value={line}
            onChange={setLine}
            width={290}
            placeholder="sharpen 80% 1.2px 3"
            wrong={action.fieldError('line') ?? action.fieldError('step')}
          />
          <Button type="submit" isDisabled={action.isPending || !line.trim()}>
            Log it
          </Button>
        </Row>
      </form>
      <ErrorCallout error={action.error} fields={['line', 'step']} />
    </div>
  );
}
