'use client';
import styled from 'styled-components';
import { t } from './tokens';

/** A line over every page: what holds for all of them, and the way out of it. */
export const TopStrip = styled.aside`
  background: ${t.slip};
  border-bottom: 1px solid ${t.slipEdge};
  color: ${t.slipInk};
  padding: 6px 24px;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  @media print {
    display: none;
  }
`;
