'use client';
import Link from 'next/link';
import { useParams } from 'next/navigation';
import { useEffect, useRef } from 'react';
import styled from 'styled-components';
import { Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { FileMaster } from './fileProps';
import type { FileStep } from './fileSteps';
import { draw, StepWindow } from './StepWindow';
import { TRIALS, type StepPictures } from './useStepPictures';
import type { PrintFileForm } from './usePrintFileForm';

const Ground = styled.div`
  background: #cfcfcf;
  padding: 8px;
  display: flex;
  gap: 8px;
`;
const Under = styled.div`
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 2px 16px;
  padding-top: 8px;
`;
const Trials = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  padding-top: 12px;
  button {
    all: unset;
    cursor: pointer;
    font-size: 12px;
    line-height: 18px;
  }
  button:focus-visible canvas {
    outline: 3px solid ${t.ink};
  }
  button[aria-pressed='true'] {
    font-weight: 600;
  }
  button[aria-pressed='true'] canvas {
    outline: 2px solid ${t.ink};
  }
  canvas {
    display: block;
    width: 124px;
    height: 39px;
    object-fit: cover;
    background: #cfcfcf;
  }
`;

const BEFORE: Partial<Record<FileStep, string>> = {
  capture: 'the master, pixel for pixel',
  resize: 'each pixel as large as it will be',
  output: 'before output sharpening',
};
const AFTER: Partial<Record<FileStep, string>> = {
  master: 'the master, pixel for pixel',
  capture: 'sharpened, noise down',
  resize: 'resampled',
  output: 'after, pixel for pixel',
  space: 'the print file, pixel for pixel',
  file: 'the print file, pixel for pixel',
};

type Props = {
  step: FileStep;
  form: PrintFileForm;
  master: FileMaster;
  pictures: Omit<StepPictures, 'ref'>;
};

/** What the open step does to the place that is looked at. */
export function StepPanel(props: Props) {
  const { step, pictures } = props;
  return (
    <section aria-label="What the open step does">
      {pictures.error && <MarkedText kind="fails">{pictures.error}</MarkedText>}
      {step === 'crop' && <WholePicture {...props} />}
      {step === 'border' && <SheetPicture {...props} />}
      {pictures.seen && <BeforeAndAfter {...props} />}
    </section>
  );
}

function BeforeAndAfter({ step, form, pictures }: Props) {
  const { shown, box, isPair, moveBy } = pictures;
  return (
    <>
      <Ground>
        {isPair && (
          <StepWindow
            picture={shown?.before ?? null}
            box={box}
            label="Before this step"
            says={BEFORE[step]!}
            onMove={moveBy}
          />
        )}
        <StepWindow
          picture={shown?.after ?? null}
          box={box}
          label={isPair ? 'After this step' : 'The picture at one to one'}
          says={AFTER[step]!}
          onMove={moveBy}
        />
      </Ground>
      <Place form={form} pictures={pictures} />
      {shown && shown.trials.length > 0 && <TrySeveral step={step} form={form} trials={shown.trials} />}
    </>
  );
}

/** Where on the print the middle of what is shown lies. */
function Place({ form, pictures: { at } }: Pick<Props, 'form' | 'pictures'>) {
  const { length } = useUnits();
  const { image, crop } = form.chosen;
  return (
    <Under>
      <Small>
        {length(Math.round(at.x * image.width))} from the left, {length(Math.round(at.y * image.height))}{' '}
        from the top of the image
        {crop?.degrees ? '; shown before it is straightened' : ''}
      </Small>
      <Small>drag, or give it the focus and use the arrows</Small>
    </Under>
  );
}

/** Some amounts beside each other; pressed, one is taken. */
function TrySeveral({
  step,
  form,
  trials,
}: {
  step: FileStep;
  form: PrintFileForm;
  trials: ImageBitmap[];
}) {
  const { id } = useParams<{ id: string }>();
  const key = step === 'capture' ? 'captureAmount' : 'amount';
  const isOn = step === 'capture' ? form.asked.captureSharpen : form.asked.sharpen;
  const take = (amount: number) => {
    form.set(step === 'capture' ? 'captureSharpen' : 'sharpen')(amount > 0);
    if (amount > 0) form.set(key)(String(amount));
  };
  return (
    <Trials role="group" aria-label="Try several amounts">
      {trials.map((picture, i) => {
        const amount = TRIALS[i]!;
        const isTaken = amount === 0 ? !isOn : isOn && Number(form.asked[key]) === amount;
        return (
          <button type="button" key={amount} aria-pressed={isTaken} onClick={() => take(amount)}>
            <Trial picture={picture} />
            {amount === 0 ? 'none' : `${amount} %`}
          </button>
        );
      })}
      {step === 'output' && (
        <Link href={`/works/${id}/proofs/sheet?format=${form.chosen.id}`} prefetch={false}>
          On paper: as a strip on a proof sheet
        </Link>
      )}
    </Trials>
  );
}

function Trial({ picture }: { picture: ImageBitmap }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => draw(canvas.current, picture), [picture]);
  return <canvas ref={canvas} aria-hidden="true" />;
}

const Whole = styled.div`
  background: #cfcfcf;
  padding: 14px;
  display: grid;
  justify-items: center;
  svg {
    display: block;
    max-width: 100%;
    height: 352px;
  }
`;

/** The whole master with the cut on it; pressed somewhere, that place is looked at in the steps that follow. */
function WholePicture({ form, master, pictures }: Props) {
  const { id } = useParams<{ id: string }>();
  const { crop } = form.chosen;
  if (!crop) return null;
  const { width, height } = master.pixels;
  const line = Math.max(width, height) / 400;
  const turn = `rotate(${crop.degrees ?? 0} ${crop.left + crop.width / 2} ${crop.top + crop.height / 2})`;
  const place = (e: React.PointerEvent<SVGSVGElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    const k = width / box.width;
    const inside = (v: number) => Math.min(1, Math.max(0, v));
    pictures.goTo({
      x: inside(((e.clientX - box.left) * k - crop.left) / crop.width),
      y: inside(((e.clientY - box.top) * k - crop.top) / crop.height),
    });
  };
  return (
    <>
      <Whole>
        <svg
          viewBox={`0 0 ${width} ${height}`}
          role="img"
          aria-label="The master with its cut"
          onPointerDown={place}
        >
          <image href={`/api/pictures/${master.sha256}/view`} width={width} height={height} />
          <path
            d={`M0 0H${width}V${height}H0ZM${crop.left} ${crop.top}v${crop.height}h${crop.width}v${-crop.height}Z`}
            fill="#fff"
            fillOpacity="0.6"
            fillRule="evenodd"
          />
          <rect
            x={crop.left}
            y={crop.top}
            width={crop.width}
            height={crop.height}
            transform={turn}
            fill="none"
            stroke={t.ink}
            strokeWidth={line}
          />
          <circle
            cx={crop.left + pictures.at.x * crop.width}
            cy={crop.top + pictures.at.y * crop.height}
            r={5 * line}
            fill="none"
            stroke={t.white}
            strokeWidth={1.6 * line}
          />
        </svg>
      </Whole>
      <Under>
        <Small>Press the picture to choose the place that the other steps show.</Small>
        <Link href={`/works/${id}/sizes/crop?size=${form.chosen.id}`} prefetch={false}>
          Move the cut
        </Link>
      </Under>
    </>
  );
}

/** The sheet with its border, to scale. */
function SheetPicture({ form, master }: Props) {
  const { id } = useParams<{ id: string }>();
  const { size } = useUnits();
  const { image, borders, crop } = form.chosen;
  const shown = form.asked.borderInFile ? borders : { top: 0, right: 0, bottom: 0, left: 0 };
  const width = image.width + shown.left + shown.right;
  const height = image.height + shown.top + shown.bottom;
  return (
    <>
      <Whole>
        <svg
          viewBox={`0 0 ${width} ${height}`}
          role="img"
          aria-label={`The file as a sheet of ${size({ width, height })}`}
        >
          <rect width={width} height={height} fill={t.white} />
          <svg
            x={shown.left}
            y={shown.top}
            width={image.width}
            height={image.height}
            viewBox={crop ? `${crop.left} ${crop.top} ${crop.width} ${crop.height}` : undefined}
            preserveAspectRatio="none"
          >
            <image
              href={`/api/pictures/${master.sha256}/view`}
              width={master.pixels.width}
              height={master.pixels.height}
              preserveAspectRatio="none"
            />
          </svg>
        </svg>
      </Whole>
      <Under>
        <Small>
          {form.asked.borderInFile
            ? `Sheet ${size({ width, height })}, the border in the file.`
            : 'The image alone: whoever prints lays it on the sheet.'}
        </Small>
        <Link href={`/works/${id}/sizes/crop?size=${form.chosen.id}`} prefetch={false}>
          Change the border
        </Link>
      </Under>
    </>
  );
}
