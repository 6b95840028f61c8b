import type { Brush } from './paint/kit';
import type * as scenes from './paint/scenes';

/** How one demo picture is made and in what kind of file it arrives. */
export type PictureSpec = {
  key: string;
  file: string;
  scene: keyof typeof scenes;
  width: number;
  height: number;
  hand: 'brush' | 'pastel' | 'wash' | 'film' | 'sensor' | 'screen';
  brush?: Omit<Brush, 'perMm'> & { widthMm: number };
  seed: number;
  write:
    | { kind: 'tiff'; bits: 8 | 16; channels: 1 | 3; ppi?: number; profile?: 'opRGB' | 'sRGB' }
    /** Painted at `from` of the size and enlarged: the pixels are there, the detail is not. */
    | { kind: 'jpeg'; quality: number; enlargedFrom?: number }
    | { kind: 'png' }
    | { kind: 'cmyk tiff' };
  taken: string;
};

/** Ten pictures; between them every kind of file the house must be able to read, and one that lacks its own detail. */
export const PICTURES: readonly PictureSpec[] = [
  {
    key: 'night-ferry',
    file: 'night-ferry_630ppi.tif',
    scene: 'nightFerry',
    width: 9449,
    height: 7087,
    hand: 'brush',
    seed: 11,
    brush: {
      widthMm: 380,
      length: 8,
      breadth: 1.9,
      angle: 0.05,
      wander: 0.5,
      jitter: 0.13,
      hairs: 0.16,
      hairMm: 0.11,
    },
    write: { kind: 'tiff', bits: 16, channels: 3, ppi: 630, profile: 'opRGB' },
    taken: '2026:11:04 10:12:00',
  },
  {
    key: 'kiln-yard',
    file: 'kiln-yard-in-frost.tif',
    scene: 'kilnYard',
    width: 4800,
    height: 3600,
    hand: 'brush',
    seed: 23,
    brush: {
      widthMm: 600,
      length: 16,
      breadth: 4.2,
      angle: 0.9,
      wander: 1.1,
      jitter: 0.12,
      hairs: 0.2,
      hairMm: 0.32,
    },
    write: { kind: 'tiff', bits: 16, channels: 3, ppi: 240, profile: 'sRGB' },
    taken: '2026:02:17 14:40:00',
  },
  {
    key: 'salt-pans',
    file: 'saltpans final 2.tif',
    scene: 'saltPans',
    width: 4200,
    height: 4200,
    hand: 'pastel',
    seed: 31,
    write: { kind: 'tiff', bits: 8, channels: 3 },
    taken: '2026:06:30 09:05:00',
  },
  {
    key: 'signal-lamp',
    file: 'signal-lamp_400.tif',
    scene: 'signalLamp',
    width: 3307,
    height: 4677,
    hand: 'wash',
    seed: 41,
    write: { kind: 'tiff', bits: 16, channels: 1, ppi: 400 },
    taken: '2025:10:11 16:20:00',
  },
  {
    key: 'slate-terraces',
    file: 'DSC_slate_large.jpg',
    scene: 'slateTerraces',
    width: 7500,
    height: 5000,
    hand: 'sensor',
    seed: 53,
    write: { kind: 'jpeg', quality: 92, enlargedFrom: 1 / 1.6 },
    taken: '2026:11:22 16:02:00',
  },
  {
    key: 'quarry-face',
    file: 'quarry-face-4_drum.tif',
    scene: 'quarryFace',
    width: 5400,
    height: 4320,
    hand: 'film',
    seed: 61,
    write: { kind: 'tiff', bits: 16, channels: 3, ppi: 1200, profile: 'opRGB' },
    taken: '2024:05:02 11:30:00',
  },
  {
    key: 'harbour-chart',
    file: 'harbour-chart.png',
    scene: 'harbourChart',
    width: 4800,
    height: 3840,
    hand: 'screen',
    seed: 71,
    write: { kind: 'png' },
    taken: '2026:01:19 12:00:00',
  },
  {
    key: 'long-breakwater',
    file: 'breakwater_pano_9f.jpg',
    scene: 'longBreakwater',
    width: 10000,
    height: 2500,
    hand: 'sensor',
    seed: 83,
    write: { kind: 'jpeg', quality: 95 },
    taken: '2026:09:03 20:14:00',
  },
  {
    key: 'tin-boat',
    file: 'tin-boat-cmyk.tif',
    scene: 'tinBoat',
    width: 4000,
    height: 3000,
    hand: 'brush',
    seed: 97,
    brush: {
      widthMm: 400,
      length: 12,
      breadth: 3.2,
      angle: -0.2,
      wander: 0.7,
      jitter: 0.12,
      hairs: 0.15,
      hairMm: 0.2,
    },
    write: { kind: 'cmyk tiff' },
    taken: '2026:08:08 15:00:00',
  },
  {
    key: 'buoy-store',
    file: 'IMG_buoys.jpg',
    scene: 'buoyStore',
    width: 2400,
    height: 1800,
    hand: 'brush',
    seed: 101,
    brush: {
      widthMm: 800,
      length: 26,
      breadth: 8,
      angle: 0.6,
      wander: 1.2,
      jitter: 0.16,
      hairs: 0.2,
      hairMm: 0.7,
    },
    write: { kind: 'jpeg', quality: 88 },
    taken: '2026:11:20 18:45:00',
  },
];
