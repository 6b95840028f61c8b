import { useState } from 'react';
import { useAction } from '@/app/useAction';
import { NO_BORDER, sheetOf } from '@/core/crop/border';
import { numberOrTyped, readNumber } from '@/core/measure';
import type { PassedFigures } from '@/core/printfile/passedFigures';
import type { Kernel } from '@/core/printfile/resample';
import type { FileSpaceChoice } from '@/core/printfile/routeWants';
import type { CaptureSteps, UnsharpMask } from '@/core/printfile/sharpen';
import { filePixels, type Intent } from '@/core/printfile/spec';
import { ppiForPrint } from '@/core/resolution/steps';
import type { FileMaster, OfferedSize, PrepLog, RouteChoice } from './fileProps';

/** What the file maker takes; over it nothing is seen, under it every pixel is. */
const PPI = { least: 30, most: 1_440, usual: 300 };

type Asked = {
  formatId: string;
  routeId: string;
  prepId: string;
  ppi: string;
  kernel: Kernel;
  /** In the master's own pixels, before resampling. */
  captureSharpen: boolean;
  captureAmount: string;
  captureRadius: string;
  captureThreshold: string;
  smooth: boolean;
  strength: string;
  levels: string;
  sharpen: boolean;
  amount: string;
  radius: string;
  threshold: string;
  space: FileSpaceChoice;
  intent: Intent;
  bits: '8' | '16';
  file: 'TIFF' | 'JPEG';
  quality: string;
  borderInFile: boolean;
  untaggedIs: 'ask' | 'sRGB' | 'opRGB';
  forWhat: 'sheet' | 'wrap';
};

type Offer = { master: FileMaster; sizes: OfferedSize[]; routes: RouteChoice[]; preps: PrepLog[] };

/** What is chosen and typed for a print file, how many pixels it comes to, and the making of it. */
export function usePrintFileForm({ master, sizes, routes, preps }: Offer) {
  const [asked, setAsked] = useState<Asked>(() => usual({ master, sizes, routes, preps }));
  const [job, setJob] = useState<string | null>(null);
  const action = useAction();
  const chosen = sizes.find((s) => s.id === asked.formatId) ?? sizes[0]!;
  const routeOf = (id: string) => routes.find((r) => r.id === id);
  const ppi = readNumber(asked.ppi) ?? 0;
  const borders = asked.borderInFile ? chosen.borders : null;
  const isPpiTaken = ppi >= PPI.least && ppi <= PPI.most;

  return {
    asked,
    set:
      <K extends keyof Asked>(key: K) =>
      (value: Asked[K]) =>
        setAsked((was) => ({ ...was, [key]: value })),
    chosen,
    ppi,
    /** The sheet as the file shows it, and its pixels; null for a resolution that is not taken. */
    sheet: sheetOf(chosen.image, borders ?? NO_BORDER),
    pixels: isPpiTaken ? filePixels(chosen.image, borders, ppi) : null,
    /** How far the master is enlarged for it. */
    factor: chosen.check && (chosen.check.factor * ppi) / chosen.check.requiredPpi,
    takeRoute(routeId: string) {
      const route = routeOf(routeId);
      setAsked((was) => ({
        ...was,
        routeId,
        ...(route && { ...wantedBy(route), ppi: String(ppiForPrint(route.ppiSteps, chosen.image)) }),
      }));
    },
    /** A route may ask less of large prints: what it asked follows the size, what was typed over it stays. */
    takeFormat(formatId: string) {
      const route = routeOf(asked.routeId);
      const next = sizes.find((s) => s.id === formatId)!;
      const isRoutes = route && asked.ppi === String(ppiForPrint(route.ppiSteps, chosen.image));
      setAsked((was) => ({
        ...was,
        formatId,
        ppi: isRoutes ? String(ppiForPrint(route.ppiSteps, next.image)) : was.ppi,
      }));
    },
    /** Settings whose proof passed at nearly the same enlargement, taken over. */
    takePassed({ kernel, capture, smooth, sharpen }: PassedFigures) {
      setAsked((was) => ({
        ...was,
        ...(kernel && { kernel }),
        captureSharpen: capture !== null,
        ...(capture && {
          captureAmount: String(capture.amount),
          captureRadius: String(capture.radius),
          captureThreshold: String(capture.threshold),
        }),
        smooth: smooth !== null,
        ...(smooth && { strength: String(smooth.strength), levels: String(smooth.levels) }),
        sharpen: sharpen !== null,
        ...(sharpen && {
          amount: String(sharpen.amount),
          radius: String(sharpen.radius),
          threshold: String(sharpen.threshold),
        }),
      }));
    },
    /** What the steps come to as far as it can be read: what is shown while somebody still types. */
    shownSteps: shownStepsOf(asked),
    action,
    job,
    async make() {
      const done = await action.run('makePrintFile', {
        formatId: chosen.id,
        masterId: master.id,
        ...requestOf(asked, chosen.isWrapped),
      });
      if (done?.job) setJob(done.job);
    },
  };
}

export type PrintFileForm = ReturnType<typeof usePrintFileForm>;

const wantedBy = (route: RouteChoice) => ({
  space: route.space,
  file: route.fileKind,
  borderInFile: !route.addsBorder,
});

function usual({ master, sizes, routes, preps }: Offer): Asked {
  const [route] = routes;
  const [size] = sizes;
  return {
    formatId: size!.id,
    routeId: route?.id ?? '',
    prepId: preps.find((p) => p.masterId === master.id)?.id ?? '',
    ppi: String(route ? ppiForPrint(route.ppiSteps, size!.image) : PPI.usual),
    kernel: 'lanczos3',
    captureSharpen: false,
    captureAmount: '40',
    captureRadius: '0.7',
    captureThreshold: '2',
    smooth: false,
    strength: '50',
    levels: '4',
    sharpen: true,
    amount: '60',
    radius: '1.0',
    threshold: '2',
    intent: 'relative colorimetric',
    bits: '8',
    quality: '94',
    untaggedIs: 'ask',
    forWhat: 'sheet',
    ...(route ? wantedBy(route) : { space: 'opRGB', borderInFile: false }),
    file: 'TIFF',
  };
}

function requestOf(asked: Asked, isWrapped: boolean) {
  const { amount, radius, threshold } = asked;
  return {
    prepId: asked.prepId || null,
    routeId: asked.routeId || null,
    ppi: numberOrTyped(asked.ppi),
    kernel: asked.kernel,
    sharpen: asked.sharpen ? maskTyped(amount, radius, threshold) : null,
    ...((asked.captureSharpen || asked.smooth) && {
      capture: {
        sharpen: asked.captureSharpen
          ? maskTyped(asked.captureAmount, asked.captureRadius, asked.captureThreshold)
          : null,
        smooth: asked.smooth
          ? { strength: numberOrTyped(asked.strength), levels: numberOrTyped(asked.levels) }
          : null,
      },
    }),
    space: asked.space,
    intent: asked.intent,
    // JPEG has no more than eight.
    bits: asked.file === 'JPEG' || asked.bits === '8' ? (8 as const) : (16 as const),
    file: asked.file === 'TIFF' ? ('TIFF' as const) : { jpeg: Math.round(numberOrTyped(asked.quality)) },
    borderInFile: asked.borderInFile,
    untaggedIs: asked.untaggedIs === 'ask' ? null : asked.untaggedIs,
    forWhat: isWrapped ? asked.forWhat : ('sheet' as const),
  };
}

const maskTyped = (amount: string, radius: string, threshold: string) => ({
  amount: numberOrTyped(amount),
  radius: numberOrTyped(radius),
  threshold: numberOrTyped(threshold),
});

/** A figure within what the file maker takes; nought while it cannot be read. */
const within = (text: string, least: number, most: number) =>
  Math.min(most, Math.max(least, readNumber(text) ?? 0));

const maskShown = (amount: string, radius: string, threshold: string): UnsharpMask => ({
  amount: within(amount, 0, 500),
  radius: within(radius, 0.2, 20),
  threshold: within(threshold, 0, 64),
});

function shownStepsOf(asked: Asked): { capture: CaptureSteps; sharpen: UnsharpMask | null } {
  return {
    capture: {
      sharpen: asked.captureSharpen
        ? maskShown(asked.captureAmount, asked.captureRadius, asked.captureThreshold)
        : null,
      smooth: asked.smooth
        ? { strength: within(asked.strength, 0, 100), levels: within(asked.levels, 0.5, 64) }
        : null,
    },
    sharpen: asked.sharpen ? maskShown(asked.amount, asked.radius, asked.threshold) : null,
  };
}
