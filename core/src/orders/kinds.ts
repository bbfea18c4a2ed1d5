/** Goods by quantity, services by amount, or a frame that others call off from, limited by value and time. */
export const ORDER_KINDS = ['goods', 'service', 'blanket'] as const;
export type OrderKind = (typeof ORDER_KINDS)[number];
