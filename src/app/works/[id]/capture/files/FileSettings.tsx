'use client';
import type { Kernel } from '@/core/printfile/resample';
import { FILE_SPACE_CHOICES } from '@/core/printfile/routeWants';
import { Field, Fields, Select } from '@/ui/Field';
import { useUnits } from '@/ui/Units';
import type { OfferedSize, PrepLog, RouteChoice } from './fileProps';
import type { PrintFileForm } from './usePrintFileForm';

const KERNELS: { key: Kernel; name: string }[] = [
  { key: 'lanczos3', name: 'Lanczos 3, crisp' },
  { key: 'mitchell', name: 'Mitchell, gentle' },
  { key: 'cubic', name: 'cubic, between' },
];
const INTENTS = (['relative colorimetric', 'perceptual'] as const).map((i) => ({ key: i, name: i }));
const SPACES = FILE_SPACE_CHOICES.map((s) => ({ key: s, name: s }));
const MEANINGS = [
  { key: 'ask', name: 'not known: ask' },
  { key: 'sRGB', name: 'sRGB, I was told' },
  { key: 'opRGB', name: 'opRGB, I was told' },
] as const;

type Props = {
  form: PrintFileForm;
  sizes: OfferedSize[];
  routes: RouteChoice[];
  preps: PrepLog[];
  isUntagged: boolean;
};

/** For which size, route and prep; its resolution, space and depth. */
export function FileSettings({ form, sizes, routes, preps, isUntagged }: Props) {
  const { size } = useUnits();
  const { asked, set, action } = form;
  return (
    <Fields $columns="repeat(auto-fill, minmax(168px, 1fr))">
      <Select
        label="For the size"
        value={asked.formatId}
        onChange={form.takeFormat}
        options={sizes.map((s) => ({ key: s.id, name: size(s.image) }))}
      />
      {form.chosen.isWrapped && (
        <Select
          label="As"
          value={asked.forWhat}
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
          value={asked.routeId}
          onChange={form.takeRoute}
          options={routes.map((r) => ({ key: r.id, name: r.name }))}
        />
      )}
      <Field
        label="Pixels per inch"
        value={asked.ppi}
        onChange={set('ppi')}
        wrong={form.pixels ? action.fieldError('ppi') : 'Expected a number from 30 to 1 440.'}
      />
      <Select
        label="Prep it belongs to"
        value={asked.prepId}
        onChange={set('prepId')}
        options={[{ key: '', name: 'none' }, ...preps.map((p) => ({ key: p.id, name: p.name }))]}
      />
      <Select label="Resampled by" value={asked.kernel} onChange={set('kernel')} options={KERNELS} />
      <Select label="Space" value={asked.space} onChange={set('space')} options={SPACES} />
      <Select label="Intent" value={asked.intent} onChange={set('intent')} options={INTENTS} />
      <Select
        label="File"
        value={asked.file}
        onChange={set('file')}
        options={(['TIFF', 'JPEG'] as const).map((kind) => ({ key: kind, name: kind }))}
      />
      {asked.file === 'TIFF' ? (
        <Select
          label="Depth"
          value={asked.bits}
          onChange={set('bits')}
          options={[
            { key: '8', name: '8 bit, dithered' },
            { key: '16', name: '16 bit' },
          ]}
        />
      ) : (
        <Field
          label="JPEG quality, 50–100"
          value={asked.quality}
          onChange={set('quality')}
          wrong={action.fieldError('file')}
        />
      )}
      {isUntagged && (
        <Select
          label="Its numbers mean"
          value={asked.untaggedIs}
          onChange={set('untaggedIs')}
          options={MEANINGS}
          hint="the master is untagged"
        />
      )}
    </Fields>
  );
}
