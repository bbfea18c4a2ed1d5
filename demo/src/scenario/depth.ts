import { addDays, type IsoDate } from '@umber/core/dates';
import type { CatalogueItem, ScenarioSupplier } from './suppliers.js';
import { SUPPLIERS } from './suppliers.js';

/** A line of an order that shows more than quantity and price. */
export interface DepthLine extends CatalogueItem {
  readonly quantity: number;
  readonly received: number;
  /** What went back of it. */
  readonly returned: number;
  readonly byAmount: boolean;
  readonly check: 'order' | 'receipt';
}
/** An order as purchasing makes them beside plain ones: blanket, service, with agreed freight, with goods that went back. */
export interface DepthOrder {
  readonly number: string;
  readonly kind: 'goods' | 'service' | 'blanket';
  readonly supplier: ScenarioSupplier;
  readonly owner: string;
  readonly orderedOn: IsoDate;
  readonly receivedOn: IsoDate;
  readonly freight: string | null;
  readonly valueLimit: string | null;
  readonly validUntil: IsoDate | null;
  readonly note: string;
  readonly lines: readonly DepthLine[];
}

const supplierOf = (key: string): ScenarioSupplier => {
  const found = SUPPLIERS.find((supplier) => supplier.key === key);
  if (!found) throw new Error(`no supplier ${key}`);
  return found;
};
const line = (
  item: string,
  description: string,
  unit: string,
  price: string,
  quantity: number,
  more: Partial<DepthLine> = {},
): DepthLine => ({
  item,
  description,
  unit,
  price,
  usual: quantity,
  quantity,
  received: quantity,
  returned: 0,
  byAmount: false,
  check: 'receipt',
  ...more,
});

/** Orders of each kind, counted back from `today`. */
export function depthOrders(today: IsoDate): DepthOrder[] {
  const order = (number: string, key: string, owner: string, lines: readonly DepthLine[], more: Partial<DepthOrder> = {}): DepthOrder => ({
    number,
    kind: 'goods',
    supplier: supplierOf(key),
    owner,
    orderedOn: addDays(today, -26),
    receivedOn: addDays(today, -8),
    freight: null,
    valueLimit: null,
    validUntil: null,
    note: '',
    lines,
    ...more,
  });
  const notNeeded = { received: 0, check: 'order' } as const;
  return [
    order('40601', 'elsterfurt', 'ines', [
      line('100777', 'Federring M20, verzinkt', 'Stück', '0.60', 480),
      line('100781', 'Sicherungsmutter M20, verzinkt', 'Stück', '0.85', 240),
    ]),
    order('40602', 'tarnside', 'ines', [line('TL-CYL', 'Steam cylinder oil, drum', 'drum', '189.00', 60, notNeeded)], {
      kind: 'blanket',
      valueLimit: '4000.00',
      validUntil: addDays(today, 120),
      note: 'Called off as the shed needs it',
    }),
    order(
      '40603',
      'whinstone',
      'piet',
      [line('-', 'Maintenance of lineside telephones, October to December', 'GBP', '1', 600, { ...notNeeded, byAmount: true })],
      {
        kind: 'service',
      },
    ),
    order('40604', 'hartscale', 'tom', [
      line('TS-24150', 'Track screw 24 x 150', 'pcs', '2.15', 200),
      line('CB-20200', 'Coach bolt M20 x 200', 'pcs', '1.86', 240),
    ]),
    order('40605', 'hartscale', 'tom', [
      line('TS-24150', 'Track screw 24 x 150', 'pcs', '2.15', 100),
      line('RC-E1809', 'Rail clip, elastic, e1809', 'pcs', '1.94', 500, { received: 460 }),
    ]),
    order('40606', 'valmorin', 'piet', [line('VB-201', 'Banquette deux places, hêtre', 'pièce', '214.00', 6)], { freight: '60.00' }),
    order('40607', 'montechiaro', 'ines', [line('MC-881', 'Guarnizione piana fibra DN 50', 'pezzo', '2.40', 150)]),
    order('40608', 'oeverdijk', 'ines', [line('OV-551', 'Zekering 16 A, traag', 'stuk', '1.15', 200, { returned: 40 })]),
  ];
}
