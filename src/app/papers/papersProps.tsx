'use client';
import { Button } from '@/ui/Button';
import { type ReactNode } from 'react';
import type { Figure } from '@/app/exact';

/** One line of a form: what it is called, how it is asked for, and how it is sent. */
export type Ask =
  | { kind: 'text' | 'length' | 'whole' | 'day' | 'prose'; name: string; label: string; hint?: string }
  | { kind: 'choice'; name: string; label: string; options: readonly string[]; hint?: string }
  | { kind: 'tick'; name: string; label: string };

export type Values = Record<string, string | boolean>;

/** A paper, a route, a supply or a carrier's service. */
export type RecordName = 'recordPaper' | 'recordRoute' | 'recordSupply' | 'recordService';

/** A form to open: what it asks, and what it is filled with. */
export type Open = {
  act: RecordName;
  title: string;
  id: string | null;
  asks: readonly Ask[];
  first: Values;
  /** What the shown texts stand for: untouched fields are sent as these. */
  exact?: Partial<Record<string, Figure>>;
};

export const Name = ({ children, onOpen }: { children: ReactNode; onOpen: () => void }) => (
  <th scope="row">
    <Button quiet onPress={onOpen}>
      {children}
    </Button>
  </th>
);
