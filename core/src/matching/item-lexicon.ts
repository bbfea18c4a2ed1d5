/** Words by which two items that are called alike differ, in the languages that are read. Each line: the meaning and its words, folded. */
const table = (text: string): string[][] =>
  text
    .trim()
    .split('\n')
    .map((line) => line.trim().split(/[ :]+/));

/** Opposites: what they are the opposites in, and which of them a word is. */
export const SIDES: ReadonlyMap<string, readonly (readonly [group: string, side: string])[]> = new Map(
  table(`
    hand/left: left lh links linke linker gauche links izquierdo izquierda izq sinistro sinistra sx vanster lewy lewa
    hand/right: right rh rechts rechte rechter droite droit rechter derecho derecha der destro destra dx hoger prawy prawa
    end/front: front vorne vorn vorder avant voor voorste delantero delantera anteriore fram przedni przod
    end/rear: rear back hinten hinter arriere achter achterste trasero trasera posteriore bak tylny tyl
    depth/inner: inner inside innen interieur interne binnen interior interno inre wewnetrzny
    depth/outer: outer outside aussen exterieur externe buiten exterior esterno yttre zewnetrzny
    height/upper: upper top oben oberer superieur boven superior superiore ovre gorny
    height/lower: lower bottom unten unterer inferieur onder inferior inferiore nedre dolny
    age/new: new neu neuf neuve neufs neuves nieuw nieuwe nuevo nueva nuovo nuova ny nytt nowy nowa
    age/used: used reclaimed gebraucht occasion usage usagee gebruikt usado usada usato usata begagnad uzywany uzywana
    gender/male: male aussengewinde stecker macho maschio
    gender/female: female innengewinde buchse hembra femmina
    light/hot: hot warm heiss chaud warmwater caliente caldo varm goracy
    light/cold: cold kalt froid koud frio freddo kall zimny
    open/open: open offen ouvert
    open/closed: closed geschlossen ferme gesloten cerrado chiuso
    way/supply: supply vorlauf
    way/return: return rucklauf
  `).flatMap(([meaning, ...words]) => words.map((word) => [word, [meaning.split('/') as [string, string]]] as const)),
);

/** Colours by the word for them. */
export const COLOURS: ReadonlyMap<string, readonly string[]> = new Map(
  table(`
    red: red rot rote roter rouge rood rode rojo roja rosso rossa rod czerwony
    blue: blue blau blaue blauer bleu bleue blauw blauwe azul blu bla niebieski
    green: green grun grune gruner vert verte groen groene verde gron zielony
    yellow: yellow gelb gelbe gelber jaune geel gele amarillo amarilla giallo gialla gul zolty
    black: black schwarz schwarze schwarzer noir noire zwart zwarte negro negra nero nera svart czarny
    white: white weiss weisse weisser blanc blanche wit witte blanco blanca bianco bianca vit bialy
    grey: grey gray grau graue grauer gris grise grijs grijze grigio grigia gra szary
    brown: brown braun braune marron brun brune bruin bruine marrone brazowy
    orange: orange oranje naranja arancione arancio pomaranczowy
    cream: cream creme crema
    cyan: cyan zyan
    magenta: magenta
    pink: pink rosa rose roze
    purple: purple violet lila violett paars morado viola fioletowy
    beige: beige bez
    clear: clear klar farblos transparent incolore transparant transparente trasparente bezbarwny
    silver: silver silber argent zilver plata argento srebrny
  `).flatMap(([meaning, ...words]) => words.map((word) => [word, [meaning]] as const)),
);
