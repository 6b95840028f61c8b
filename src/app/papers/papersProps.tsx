'use client';
import { Button } from '@/ui/Button';
import { type ReactNode } from 'react';
import { type Ask, type RecordName, type Values } from './RecordSheet';

export type Open = {
  act: RecordName;
  title: string;
  id: string | null;
  asks: readonly Ask[];
  first: Values;
};

export const Name = ({ children, onOpen }: { children: ReactNode; onOpen: () => void }) => (
  <th scope="row">
    <Button quiet onPress={onOpen}>
      {children}
    </Button>
  </th>
);
