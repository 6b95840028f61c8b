import type { Metadata } from 'next';
import { goodsModel } from '@/app/models';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { findRows } from '@/store/rows';
import { GoodsView } from './GoodsView';

export const metadata: Metadata = { title: 'Goods' };

async function GoodsPage() {
  const { db } = await studio();
  const [goods, moves] = await Promise.all([
    findRows(db, 'goods', { archivedAt: null }, { orderBy: ['kind', 'name'] }),
    findRows(db, 'goodsMoves', { kind: 'sold' }),
  ]);
  const soldOf = (id: string) =>
    moves.filter((move) => move.goodsId === id).reduce((sum, move) => sum - move.amount, 0);
  return <GoodsView goods={goods.map((row) => ({ ...goodsModel(row), sold: soldOf(row.id) }))} />;
}

export default seen(GoodsPage);
