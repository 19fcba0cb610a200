import type { Route } from '../template.ts';
import { BENCH_ROUTES } from './bench.ts';
import { SHOP_ROUTES } from './shop.ts';
import { TRADE_ROUTES } from './trade.ts';

/** A named route for every school of the work. The first is what a batch takes when none is named. */
export const ROUTE_TEMPLATES: readonly Route[] = [...SHOP_ROUTES, ...BENCH_ROUTES, ...TRADE_ROUTES];
export const templateById = (id: string): Route | undefined => ROUTE_TEMPLATES.find((one) => one.id === id);
