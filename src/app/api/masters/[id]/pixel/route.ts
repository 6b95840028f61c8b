import { pixelAt } from '@/app/pixelAt';
import { rowById } from '@/store/rows';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return pixelAt(
    request,
    async (s) => (await rowById(s.db, 'masters', (await params).id, 'master')).sha256,
  );
}
