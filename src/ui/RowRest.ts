import { createContext } from 'react';

/**
 * Whether the controls within stand in a row that is not the chosen one: the keyboard then passes the row over, and reaches it by
 * the arrows. So a table of forty rows is one stop, and its chosen row another few.
 */
export const RowRest = createContext(false);
