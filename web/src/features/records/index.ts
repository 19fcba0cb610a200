export { AnchorsPage } from './AnchorsPage.tsx';
export { RecordsPage } from './RecordsPage.tsx';
export { SaveAs } from './SaveAs.tsx';
export { TakeShop } from './TakeShop.tsx';
