import { foldText } from '../similarity/index.js';

/** What suppliers put on invoices beside goods. */
export const CHARGE_KINDS = ['freight', 'packaging', 'deposit', 'minimum-order', 'surcharge', 'discount'] as const;
export type ChargeKind = (typeof CHARGE_KINDS)[number];

/** How they are called, folded; a word that is a beginning ends in `*`. The longer wording goes first where two fit. */
const WORDS: Readonly<Record<ChargeKind, string>> = {
  'minimum-order':
    'minimum order*|small order*|min order*|minimum quantity surcharge|mindermenge*|mindestbestell*|kleinmengen*|frais de petite commande|minimum de commande|petite commande|kleine order*|orderkosten|pedido minimo|ordine minimo|minimo d ordine|smaorder*|minsta order*|oplata za male zamowienie',
  deposit:
    'deposit*|refundable*|returnable*|pfand*|leergut*|consigne*|statiegeld*|emballage consigne|deposito envase*|fianza envase*|cauzione*|vuoto a rendere|pant*|kaucja*',
  packaging:
    'packaging|packing|pallet charge*|pallets|verpackung*|europalette*|palettenpauschale|emballage*|conditionnement|verpakking*|embalaje*|imballo|imballaggio*|emballage|forpackning*|opakowanie*',
  freight:
    'freight*|carriage*|shipping*|delivery charge*|delivery|postage*|transport|transport charge*|courier*|haulage*|fracht*|versand*|lieferkosten|transportkosten|zustell*|porto|frais de port*|port|livraison|frais de transport|transport|verzendkosten|vracht*|bezorgkosten|transportkosten|portes|gastos de envio|envio|flete|trasporto|spese di spedizione|spedizione|porto|frakt*|koszt* transportu|koszt* dostawy|dostawa|przesylka',
  surcharge:
    'surcharge*|fuel surcharge*|energy surcharge*|alloy surcharge*|handling*|zuschlag*|dieselzuschlag*|energiezuschlag*|legierungszuschlag*|metallzuschlag*|supplement*|surcout*|toeslag*|brandstoftoeslag*|recargo*|supplemento*|tillagg*|doplata*|bearbeitungsgebuhr|service fee|admin* fee',
  discount: 'discount*|rebate*|rabatt*|nachlass*|bonus|remise*|rabais*|ristourne*|korting*|descuento*|rappel*|sconto*|abbuono*|rabat*',
};
const KINDS: readonly (readonly [ChargeKind, readonly RegExp[]])[] = (Object.keys(WORDS) as ChargeKind[]).map((kind) => [
  kind,
  WORDS[kind].split('|').map((wording) => new RegExp(`^(?:${wording.replace(/\*/g, '[a-z]*')})(?: |$)`)),
]);
/** Words that may stand before or behind without making goods of it. */
const MOST_WORDS = 7;

/**
 * What kind of charge a line is by its words; null for goods. Only wordings that begin with the charge count: "pallet charge" is one,
 * "oak pallet" is none.
 */
export function chargeKind(description: string | null): ChargeKind | null {
  const folded = foldText(description ?? '').replace(
    /^(?:plus|zzgl|incl|inkl|add|charge for|cost of|kosten|frais de|spese di|gastos de|costs?) /,
    '',
  );
  if (folded === '' || folded.split(' ').length > MOST_WORDS) return null;
  return KINDS.find(([, wordings]) => wordings.some((wording) => wording.test(folded)))?.[0] ?? null;
}
