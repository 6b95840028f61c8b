/** What is written down about a machine. */
export const MACHINE_LOG_KINDS = ['nozzle check', 'cleaning', 'fault', 'service', 'note'] as const;
