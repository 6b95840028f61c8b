// What helps while a parcel is packed: not fetched with one that is sealed.
export { Stopwatch } from '@/app/Stopwatch';
export { HowItGoes } from './HowItGoes';
