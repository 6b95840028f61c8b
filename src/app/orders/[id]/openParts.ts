// What stands beside an order for as long as its parcel is in the house: fetched together, and not with one that has left.
export { LayersDrawing } from './LayersDrawing';
export { ScanField } from './ScanField';
export { WeightBeside } from './WeightBeside';
