/** The columns of the list of tyres and wheels, as its CSV and its table have them. */
export const STOCK_HEAD = [
  'kind',
  'name',
  'diameter mm',
  'width mm',
  'rim in',
  'offset mm',
  'measured',
  'price',
] as const;
