/** @jest-environment jsdom */
import { cleanup } from '@testing-library/react';
import type { PieceFace } from '@/studio/layouts/faces';
import { renderPart } from '../../../../../tests/unit/helpers/hooks';
import type { LaidOut } from './layoutProps';
import { PaperTable } from './PaperTable';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router, usePathname: () => '/papers/layouts/l' };
});
afterEach(cleanup);

const face: PieceFace = {
  picture: 'a'.repeat(64),
  pixels: { width: 4_000, height: 3_000 },
  cut: { left: 500, top: 0, width: 3_000, height: 3_000, degrees: 0 },
  at: { x: 20_000, y: 10_000, width: 100_000, height: 100_000 },
};
const piece = {
  ...{ id: 'p1', width: 140_000, height: 150_000, count: 2, rotate: true, says: 'Night Ferry' },
  ...{ workId: 'w', formatId: 'f', picture: face.picture },
};

/** How the faces of two pieces stand, one as it came and one turned, on a roll or a sheet. */
function transforms(height: number | null): string[] {
  const layout: LaidOut = {
    ...{ id: 'l', name: 'Friday', state: 'laid', printedAt: null, pieces: [piece] },
    ground: { width: 610_000, height, margin: 5_000, gap: 4_000 },
    faces: { p1: face },
    placements: [
      { id: 'p1#1', x: 5_000, y: 5_000, width: 140_000, height: 150_000, turned: false },
      { id: 'p1#2', x: 149_000, y: 5_000, width: 150_000, height: 140_000, turned: true },
    ],
  };
  const { container } = renderPart(
    <PaperTable
      layout={layout}
      placements={layout.placements}
      taken={160_000}
      cuts={[]}
      onMove={null}
      clash={new Set()}
    />,
  );
  const images = [...container.querySelectorAll('image')];
  expect(images.map((image) => image.getAttribute('href'))).toEqual(
    Array<string>(2).fill(`/api/pictures/${face.picture}/thumb`),
  );
  for (const image of images)
    expect(image.closest('svg')!.getAttribute('viewBox')).toBe('500 0 3000 3000');
  return images.map((image) => image.closest('svg')!.parentElement!.getAttribute('transform')!);
}

test('each piece shows its cut of the picture; what lies on its side is drawn on its side', () => {
  const isTurned = (transform: string) => transform.includes('rotate(90)');
  expect(transforms(400_000).map(isTurned)).toEqual([false, true]);
  // A roll lies on its side on the screen.
  expect(transforms(null).map(isTurned)).toEqual([true, false]);
});
