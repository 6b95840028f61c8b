'use client';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useParams } from 'next/navigation';
import { Select } from '@/ui/Choices';
import { Check, Field, Fields } from '@/ui/Field';
import { FactList, PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { FILE_SPACE_CHOICES } from '@/core/printfile/routeWants';
import type { Kernel } from '@/core/printfile/resample';
import { FigureSlide } from './FigureSlide';
import type { FileMaster, PrepLog } from './fileProps';
import type { FileStep } from './fileSteps';
import type { StepPictures } from './useStepPictures';
import type { PrintFileForm } from './usePrintFileForm';

/** Of the two steps that sharpen, with its chart. */
const EdgeSaid = dynamic(async () => (await import('./EdgeSaid')).EdgeSaid);

/** What is said of the edge, once there is a picture to say it of. */
const Edge = (props: { form: PrintFileForm; pictures: Omit<StepPictures, 'ref'> }) =>
  props.pictures.shown ? <EdgeSaid {...props} /> : <Small>The picture is being worked out.</Small>;

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
  step: FileStep;
  form: PrintFileForm;
  master: FileMaster;
  preps: PrepLog[];
  pictures: Omit<StepPictures, 'ref'>;
};

const TITLES: Record<FileStep, [string, string]> = {
  master: ['The master', 'never changed'],
  capture: ['Sharpening the capture', 'on lightness only'],
  crop: ['The crop', 'set under Sizes'],
  resize: ['Made the size of the print', 'once'],
  output: ['Sharpening for output', 'on lightness only'],
  border: ['The border', 'set under Sizes'],
  space: ['The space of the file', 'once'],
  file: ['The file', ''],
};

/** What the open step is done with. */
export function StepControls(props: Props) {
  const [title, note] = TITLES[props.step];
  const Controls = CONTROLS[props.step];
  return (
    <section>
      <PanelTitle>
        {title} <span>{note}</span>
      </PanelTitle>
      <Stack $gap={14} style={{ paddingTop: 8 }}>
        <Controls {...props} />
      </Stack>
    </section>
  );
}

function MasterControls({ form: { asked, set }, master }: Props) {
  return (
    <>
      <FactList
        rows={[
          ['File', master.fileName],
          ['Pixels', `${master.pixels.width} × ${master.pixels.height}`],
          ['Depth', master.bits ? `${master.bits} bit` : 'not known'],
          ['Its numbers', master.space],
        ]}
      />
      {master.isUntagged && (
        <Select
          label="Its numbers mean"
          value={asked.untaggedIs}
          onChange={set('untaggedIs')}
          options={MEANINGS}
          hint="the master is untagged"
        />
      )}
    </>
  );
}

function CaptureControls({ form, pictures }: Props) {
  const { asked, set, action } = form;
  return (
    <>
      <Check checked={asked.captureSharpen} onChange={set('captureSharpen')}>
        Unsharp mask, in the master’s pixels
      </Check>
      {asked.captureSharpen && (
        <Mask
          form={form}
          keys={['captureAmount', 'captureRadius', 'captureThreshold']}
          wrong={(figure) => action.fieldError(`capture.sharpen.${figure}`)}
        />
      )}
      <Check checked={asked.smooth} onChange={set('smooth')}>
        Noise down, before it is enlarged
      </Check>
      {asked.smooth && (
        <>
          <FigureSlide
            label="Noise down, %"
            value={asked.strength}
            onChange={set('strength')}
            range={[0, 100, 5]}
            wrong={action.fieldError('capture.smooth.strength')}
          />
          <FigureSlide
            label="Same surface within, of 255"
            value={asked.levels}
            onChange={set('levels')}
            range={[0.5, 20, 0.5]}
            wrong={action.fieldError('capture.smooth.levels')}
          />
        </>
      )}
      {asked.captureSharpen && <Edge form={form} pictures={pictures} />}
      {!asked.captureSharpen && !asked.smooth && (
        <Small>
          A soft scan gains by it; a sharpened one does not. Enlarging shows what was done here.
        </Small>
      )}
    </>
  );
}

type MaskKey = 'captureAmount' | 'captureRadius' | 'captureThreshold' | 'amount' | 'radius' | 'threshold';

function Mask({
  form: { asked, set },
  keys: [amount, radius, threshold],
  wrong,
}: {
  form: PrintFileForm;
  keys: readonly [MaskKey, MaskKey, MaskKey];
  wrong: (figure: 'amount' | 'radius' | 'threshold') => string | null;
}) {
  return (
    <Stack $gap={2}>
      <FigureSlide
        label="Amount, %"
        value={asked[amount]}
        onChange={set(amount)}
        range={[0, 300, 5]}
        wrong={wrong('amount')}
      />
      <FigureSlide
        label="Radius, px"
        value={asked[radius]}
        onChange={set(radius)}
        range={[0.2, 5, 0.1]}
        wrong={wrong('radius')}
      />
      <FigureSlide
        label="Threshold, of 255"
        value={asked[threshold]}
        onChange={set(threshold)}
        range={[0, 20, 1]}
        wrong={wrong('threshold')}
      />
    </Stack>
  );
}

function CropControls({ form: { chosen } }: Props) {
  const { size } = useUnits();
  const { crop } = chosen;
  if (!crop) return <Small>No master to cut from.</Small>;
  return (
    <FactList
      rows={[
        ['For the image of', size(chosen.image)],
        ['Cut', `${crop.width} × ${crop.height} px`],
        ['From', `${crop.left}, ${crop.top} px`],
        ['Straightened by', crop.degrees ? `${crop.degrees}°` : 'nothing'],
      ]}
    />
  );
}

function ResizeControls({ form }: Props) {
  const { asked, set, action, factor, chosen } = form;
  return (
    <>
      <Fields $columns="1fr 1fr">
        <Field
          label="Pixels per inch"
          value={asked.ppi}
          onChange={set('ppi')}
          inputMode="decimal"
          wrong={form.pixels ? action.fieldError('ppi') : 'Expected a number from 30 to 1 440.'}
        />
        <Select label="Resampled by" value={asked.kernel} onChange={set('kernel')} options={KERNELS} />
      </Fields>
      {factor !== null && chosen.check && (
        <MarkedText kind={factor > 1 ? 'care' : 'holds'}>
          {factor > 1
            ? `Each side of the master is enlarged × ${factor.toFixed(2)}: no detail is added.`
            : `Each side of the master is made × ${factor.toFixed(2)}: it holds more than the print asks.`}
        </MarkedText>
      )}
    </>
  );
}

function OutputControls({ form, pictures }: Props) {
  const { asked, set, action } = form;
  return (
    <>
      <Check checked={asked.sharpen} onChange={set('sharpen')}>
        Unsharp mask, after resampling
      </Check>
      {asked.sharpen && (
        <>
          <Mask
            form={form}
            keys={['amount', 'radius', 'threshold']}
            wrong={(figure) => action.fieldError(`sharpen.${figure}`)}
          />
          <Edge form={form} pictures={pictures} />
        </>
      )}
    </>
  );
}

function BorderControls({ form: { asked, set, chosen } }: Props) {
  const { length } = useUnits();
  const { top, right, bottom, left } = chosen.borders;
  return (
    <>
      <Check checked={asked.borderInFile} onChange={set('borderInFile')}>
        Border in the file
      </Check>
      <FactList
        rows={[
          ['Above', length(top)],
          ['Right', length(right)],
          ['Below', length(bottom)],
          ['Left', length(left)],
        ]}
      />
    </>
  );
}

function SpaceControls({ form: { asked, set } }: Props) {
  const { id } = useParams<{ id: string }>();
  return (
    <>
      <Fields $columns="1fr 1fr">
        <Select label="Space" value={asked.space} onChange={set('space')} options={SPACES} />
        <Select label="Intent" value={asked.intent} onChange={set('intent')} options={INTENTS} />
      </Fields>
      <Small>
        How it looks on its paper, and what of it that paper cannot show, is shown by the{' '}
        <Link href={`/works/${id}/proofs/soft`} prefetch={false}>
          soft proof
        </Link>
        .
      </Small>
    </>
  );
}

function FileControls({ form: { asked, set, action }, preps }: Props) {
  return (
    <Fields $columns="1fr 1fr">
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
          inputMode="numeric"
          wrong={action.fieldError('file')}
        />
      )}
      <Select
        label="Prep it belongs to"
        value={asked.prepId}
        onChange={set('prepId')}
        options={[{ key: '', name: 'none' }, ...preps.map((p) => ({ key: p.id, name: p.name }))]}
      />
    </Fields>
  );
}

const CONTROLS: Record<FileStep, (props: Props) => React.ReactNode> = {
  master: MasterControls,
  capture: CaptureControls,
  crop: CropControls,
  resize: ResizeControls,
  output: OutputControls,
  border: BorderControls,
  space: SpaceControls,
  file: FileControls,
};
