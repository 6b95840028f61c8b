import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { channelsPage } from '@/studio/sales/channelsPage';
import { ChannelsView } from './ChannelsView';

export const metadata: Metadata = { title: 'Channels' };

async function ChannelsPage() {
  return <ChannelsView {...await channelsPage(await studio())} />;
}

export default seen(ChannelsPage);
