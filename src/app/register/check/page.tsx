import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { CheckView } from './CheckView';

export const metadata: Metadata = { title: 'Check a certificate' };

const CheckPage = async () => <CheckView />;

export default seen(CheckPage);
