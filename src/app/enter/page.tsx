import type { Metadata } from 'next';
import { EnterView } from './EnterView';

export const metadata: Metadata = { title: 'Enter' };
export default function EnterPage() {
  return <EnterView />;
}
