import type { Metadata } from 'next';
import { dataDir, studio } from '../server';
import { StudioView } from './StudioView';

export const metadata: Metadata = { title: 'Studio' };

export default async function StudioPage() {
  const s = await studio();
  return <StudioView settings={await s.settings()} dataDir={dataDir()} />;
}
