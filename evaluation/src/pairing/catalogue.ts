import { decimal } from '@umber/core/money';
import type { Random } from '@umber/demo/random';

/** An item that somebody sells, before it has a number. */
export interface Item {
  readonly words: string;
  /** What else the same thing is called. */
  readonly also: readonly string[];
  readonly unit: string;
  readonly price: number;
}

/** "what it is|what else it is called|unit|price|sizes|variants": `{}` in the words stands for a size, `<>` for a variant. */
const GOODS: readonly string[] = [
  'Hexagon bolt M{} galvanised|Hex bolt galv. M{};Bolt, hexagon head, M{} zinc plated|pcs|0.42|8x40,8x50,10x40,10x60,12x80,16x100,20x120|',
  'Sechskantschraube M{} verzinkt DIN 933|6kt-Schr. M{} vz;Schraube Sechskant verz. M{}|Stk|0.38|6x20,8x30,8x35,10x50,12x60|',
  'Safety boot S3 size {}|Boot safety S3 sz {};Work boots S3, {}|pair|64.5|39,40,41,42,43,44,45,46|',
  'Work glove nitrile size {} <>|Nitrile gloves {} <>;Glove, coated, {} <>|pair|1.85|7,8,9,10|black,blue,grey',
  'Paint gloss <> {} l|Gloss paint {} litre <>;Lackfarbe <> {} l|tin|23.9|0.75,2.5,5|red,black,white,green,cream',
  'Bremsbelag vorn <>|Bremsklotz vorne <>;Belag Bremse VA <>|Satz|88.4||links,rechts',
  'Brake hose {} mm <>|Hose, brake, {}mm <>;Air hose brake {} <>|pcs|17.2|450,550,650,800|left,right',
  'Door hinge {} mm <>|Hinge {}mm <>;Hinge for door {} <>|pcs|9.35|80,100,120|left,right',
  'Tube acier Ø {} mm, longueur 6 m|Tube rond acier {} lg 6m;Tube {} mm acier 6 m|barre|31.2|20,25,32,40,50|',
  'Joint torique {} NBR|Joint torique NBR {};O-ring {} NBR 70|pièce|0.31|10x2,12x2,16x2.5,20x3,25x3|',
  'Filtre à huile <>|Filtre huile moteur <>;Cartouche filtre huile <>|pièce|12.8||avant,arrière',
  'Kopierpapier A{} 80 g weiss|Papier Kopier A{} 80g weiß;Copy paper A{} 80gsm|Karton|21.7|3,4,5|',
  'Toner cartridge {} <>|Toner {} <>;Cartridge toner <> {}|pcs|74|TK-5240,TK-5270,TN-326|black,cyan,magenta,yellow',
  'Steam coal washed {}|Coal, steam, {};Washed steam coal {}|t|214|trebles,cobbles,doubles|',
  'Lubricating oil ISO VG {}|Oil VG{} lubricating;Lube oil ISO-VG {}|l|3.15|32,46,68,100,220|',
  'Fett Lithium EP{} Kartusche 400 g|Li-Fett EP{} 400g;Mehrzweckfett EP{} Kart. 400g|Stk|4.6|0,1,2,3|',
  'Oak sleeper <> {} m|Sleeper oak <> {}m;Oak slpr <> {} m|pcs|41.2|2.1,2.4,2.6|new,used',
  'Rail clip e{}|Elastic clip e{};Clip, elastic, e {}|pcs|1.94|1607,1609,1809,2007|',
  'Fishplate {} lb drilled|Fish plate {}lb;Joint plate {} lb drilled|pair|38|75,95,109,113|',
  'Cable NYM-J 3x{}|Kabel NYM 3 x {};Leitung NYM-J 3x{} mm2|m|0.92|1.5,2.5,4|',
  'Battery {} V {} Ah|Accu {}V {}Ah;Accumulator {} V {} Ah|pcs|96|12,24,6|',
  'Welding rod {} mm rutile|Electrode rutile {}mm;Rod, welding, rutile {}|kg|6.4|2.5,3.2,4|',
  'Cutting disc {} mm metal|Disc cutting {}mm steel;Metal cutting disc {}|pcs|1.1|115,125,230|',
  'Kugellager {} 2RS|Rillenkugellager {}-2RS;Lager {} 2RS|Stk|5.8|6003,6004,6203,6204,6205,6304|',
  'Roulement à billes {}|Roulement {};Roul. billes {}|pièce|6.2|6002,6005,6206,6207,6305|',
  'Guanto da lavoro taglia {} <>|Guanti lavoro tg {} <>;Guanto {} <>|paio|2.1|8,9,10|nero,blu',
  'Tornillo hexagonal M{} acero|Tornillo hex. M{};Tornillo cabeza hex M{} acero|ud|0.29|6x30,8x40,10x50,12x60|',
  'Verf hoogglans <> {} l|Hoogglansverf <> {}l;Lak <> {} liter|blik|26|0.75,2.5|rood,wit,zwart,groen',
  'Hydraulic hose {} inch|Hose hydraulic {}";Hydr. hose {} in|m|8.9|1/4,3/8,1/2,3/4|',
  'Cleaning cloth roll|Wiping roll;Cloth, cleaning, roll|roll|11.5||',
  'Hand cleaner {} l|Hand wash paste {} l;Cleaner hands {} litre|pcs|14.3|1,3,5|',
  'Ticket roll thermal {} mm|Thermal ticket roll {}mm;Roll thermal {} x 80|roll|0.88|57,80|',
  'Brass union {} mm <>|Union brass {} <>;Coupling, brass, {}mm <>|pcs|7.7|15,22,28|male,female',
  'Boiler tube {} mm x 4.5 m|Tube, boiler, {}mm 4.5m;Boilertube {} 4.5 m|pcs|118|44.5,51,57|',
  'Gasket fibre DN {}|Fibre gasket DN{};Joint, flat, fibre, DN {}|pcs|2.4|25,32,40,50,65|',
  'Monthly maintenance of lifts|Lift maintenance, monthly fee;Maintenance lifts per month|month|310||',
  'Wartung Heizkessel pauschal|Kesselwartung pauschal;Heizungswartung Pauschale|psch|420||',
  'Sack Streusalz {} kg|Streusalz {}kg Sack;Auftausalz Sack {} kg|Sack|7.2|10,25,50|',
  'Smar litowy {} kg|Smar lit. {}kg;Litowy smar {} kg|szt|38|0.4,1,5|',
  'Skruv sexkant M{} rostfri|Sexkantskruv M{} rf;Skruv M{} sexk. rostfri|st|2.3|8x30,8x40,10x40,12x50|',
];

/** Every item of a line of goods, each size and variant one. */
export function itemsOf(goods: string, random: Random): Item[] {
  const [words, also, unit, price, sizes, variants] = goods.split('|');
  // Neighbouring sizes cost the same at times: then only the size tells them apart.
  const flat = random.chance(0.35);
  return sizes.split(',').flatMap((size, i) =>
    variants.split(',').map((variant): Item => {
      const fill = (text: string) => text.replaceAll('{}', size).replaceAll('<>', variant).replace(/\s+/g, ' ').trim();
      return {
        words: fill(words),
        also: also.split(';').map(fill),
        unit,
        price: decimal(price)
          .times(flat ? 1 : 1 + 0.13 * i)
          .toDecimalPlaces(2)
          .toNumber(),
      };
    }),
  );
}

export const GOODS_LINES = GOODS.length;
export const goodsAt = (i: number): string => GOODS[i];
