import { addDays, type IsoDate } from '@umber/core/dates';
import { COST_CENTRES } from './company.js';
import { Random } from '../random/index.js';
import { SUPPLIERS, type CatalogueItem, type ScenarioSupplier } from './suppliers.js';

export interface ScenarioOrderLine extends CatalogueItem {
  readonly quantity: number;
  /** Less than ordered where the delivery was short; 0 where nothing came yet. */
  readonly received: number;
}
export interface ScenarioOrder {
  readonly number: string;
  readonly supplier: ScenarioSupplier;
  readonly owner: string;
  readonly orderedOn: IsoDate;
  readonly receivedOn: IsoDate;
  readonly lines: readonly ScenarioOrderLine[];
}

const FIRST_NUMBER = 40501;
const ORDERS = 42;
/** Their third order came short. */
const SHORT_DELIVERERS: ReadonlySet<string> = new Set(['hartscale', 'bellwether']);

/** The orders of the demo, with receipts, counted back from `today`. Some third orders came short. */
export function scenarioOrders(today: IsoDate): ScenarioOrder[] {
  const chance = new Random(20_261);
  const random = () => chance.next();
  const buyers = SUPPLIERS.filter((supplier) => supplier.onOrder);
  return Array.from({ length: ORDERS }, (_, i) => {
    const supplier = buyers[i % buyers.length];
    const round = Math.floor(i / buyers.length);
    const goods = supplier.catalogue.filter((_item, at) => supplier.catalogue.length <= 3 || (at + round) % 4 !== 3);
    const lines = goods.map((item, at): ScenarioOrderLine => {
      const quantity = Math.max(1, Math.round(item.usual * (0.6 + random() * 0.8)));
      const short = round === 2 && at === 0 && SHORT_DELIVERERS.has(supplier.key);
      return { ...item, quantity, received: short ? Math.floor(quantity * 0.75) : quantity };
    });
    const days = 40 - Math.floor(i * 0.6) + Math.floor(random() * 5);
    const manager = COST_CENTRES.find((centre) => centre.code === supplier.costCentre)?.manager ?? 'piet';
    return {
      number: String(FIRST_NUMBER + i),
      supplier,
      owner: manager,
      orderedOn: addDays(today, -days),
      receivedOn: addDays(today, -Math.max(2, days - 12)),
      lines,
    };
  });
}
