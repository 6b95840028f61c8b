/** A leaf of a calendar. */
export const CalendarSign = () => (
  <svg width="14" height="14" aria-hidden="true" fill="none" stroke="currentColor">
    <path d="M.5 2.5h13v11H.5zM.5 5.5h13M4 .5v3M10 .5v3" />
  </svg>
);
