'use client';
import styled from 'styled-components';
import { t } from '@/ui/tokens';

/** Steps under each other, each with its number and what to do. */
export const Steps = styled.ol`
  display: grid;
  gap: 0;
  li {
    display: grid;
    grid-template-columns: 30px minmax(0, 1fr) auto;
    gap: 12px;
    align-items: center;
    padding: 10px 0;
    border-bottom: 1px solid ${t.hair};
  }
`;
