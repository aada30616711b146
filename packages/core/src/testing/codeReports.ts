/** What a code of a report must be read as: unit, code with failure type, text, status in words. */
export type ToldCode = readonly [unitId: string, code: string, text: string, status: string];

/** An invented report, and what a person reads in it. */
export interface CodeReport {
  readonly build: string;
  readonly lines: readonly string[];
  readonly codes: readonly ToldCode[];
  /** Ids of units that it calls silent. */
  readonly silent?: readonly string[];
}

const none = 'status not given';

/** Reports of different build, for the line of `aLine`; units that it does not have are unknown. */
export const codeReports: readonly CodeReport[] = [
  {
    build: 'a heading, and a text that speaks of another unit',
    lines: ['ABS', 'U0100 Lost communication with ECM'],
    codes: [['A20', 'U0100', 'Lost communication with ECM', none]],
  },
  {
    build: 'headings of other units, one of them unknown',
    lines: [
      'ECM',
      'P0118 Coolant sensor high',
      'Gateway',
      'U0121 Lost communication with ABS',
      'ABS',
      'C0035 Wheel speed',
    ],
    codes: [
      ['A10', 'P0118', 'Coolant sensor high', none],
      ['unknown-gateway', 'U0121', 'Lost communication with ABS', none],
      ['A20', 'C0035', 'Wheel speed', none],
    ],
  },
  {
    build: 'a code of the unit whose section it stands in',
    lines: [
      'Engine control unit (ECM)',
      '  P0700 Transmission control system, lamp request',
      'ABS',
      '  C0040 Wheel speed, front right',
    ],
    codes: [
      ['A10', 'P0700', 'Transmission control system, lamp request', none],
      ['A20', 'C0040', 'Wheel speed, front right', none],
    ],
  },
  {
    build: 'headings with marks',
    lines: [
      '=== Engine control unit ===',
      'P0118',
      '--- Transmission ---',
      'P0700 Lamp request',
      '[ABS]',
      'C0035 - stored',
    ],
    codes: [
      ['A10', 'P0118', '', none],
      ['unknown-transmission', 'P0700', 'Lamp request', none],
      ['A20', 'C0035', '', 'stored'],
    ],
  },
  {
    build: 'headings with counts and addresses',
    lines: [
      '01: Engine control unit - 2 faults',
      'P0118',
      'P0193',
      '0x28 ABS (1 code)',
      'C0035',
      '44: Steering - 1 fault',
      'C1234 Angle',
    ],
    codes: [
      ['A10', 'P0118', '', none],
      ['A10', 'P0193', '', none],
      ['A20', 'C0035', '', none],
      ['unknown-steering', 'C1234', 'Angle', none],
    ],
  },
  {
    build: 'units marked before their codes',
    lines: ['Unit: ECM', 'Code: P0118', 'Unit: Radio', 'Code: B1234', 'Unit: door controller', 'Code: B1A20'],
    codes: [
      ['A10', 'P0118', '', none],
      ['unknown-radio', 'B1234', '', none],
      ['A40', 'B1A20', '', none],
    ],
  },
  {
    build: 'records with the unit last',
    lines: [
      ...['Code: P0118', 'Text: Coolant sensor circuit high', 'Status: present', 'Unit: ECM', ''],
      ...['Code: C0035', 'Text: Wheel speed', 'Status: not present', 'Unit: ABS', ''],
      ...['Code: U0100', 'Text: Lost communication with ECM', 'Status: stored', 'Unit: Gateway'],
    ],
    codes: [
      ['A10', 'P0118', 'Coolant sensor circuit high', 'failing now'],
      ['A20', 'C0035', 'Wheel speed', 'stored'],
      ['unknown-gateway', 'U0100', 'Lost communication with ECM', 'stored'],
    ],
  },
  {
    build: 'semicolons, the unit last',
    lines: [
      'Code;Text;Status;Unit',
      'P0118;Coolant sensor;active;ECM',
      'C0035;Wheel speed;not active;ABS',
      'U0100;Lost communication with ECM;stored;Gateway',
    ],
    codes: [
      ['A10', 'P0118', 'Coolant sensor', 'failing now'],
      ['A20', 'C0035', 'Wheel speed', 'stored'],
      ['unknown-gateway', 'U0100', 'Lost communication with ECM', 'stored'],
    ],
  },
  {
    build: 'tabs without heads',
    lines: [
      'ABS\tU0100\tLost communication with ECM\tpresent',
      'ECM\tP0118\tCoolant sensor\tstored',
      'Gateway\tU0121\tLost communication with ABS\tstored',
    ],
    codes: [
      ['A20', 'U0100', 'Lost communication with ECM', 'failing now'],
      ['A10', 'P0118', 'Coolant sensor', 'stored'],
      ['unknown-gateway', 'U0121', 'Lost communication with ABS', 'stored'],
    ],
  },
  {
    build: 'bars, a unit only where it changes',
    lines: [
      'Unit|DTC|Status|Description',
      'ECM|P0118|active|Coolant sensor',
      '|P0193|passive|Rail pressure',
      'ABS|C0035|active|Wheel speed',
    ],
    codes: [
      ['A10', 'P0118', 'Coolant sensor', 'failing now'],
      ['A10', 'P0193', 'Rail pressure', 'stored'],
      ['A20', 'C0035', 'Wheel speed', 'failing now'],
    ],
  },
  {
    build: 'commas with quotes, counters and dates',
    lines: [
      'module,code,description,count,last',
      'ECM,P0118,"Coolant sensor, circuit high",13,2026-03-01',
      'ABS,C0035,"Wheel speed, front",2,2026-03-02',
    ],
    codes: [
      ['A10', 'P0118', 'Coolant sensor, circuit high', none],
      ['A20', 'C0035', 'Wheel speed, front', none],
    ],
  },
  {
    build: 'status bytes in a column',
    lines: [
      'Unit;Code;FTB;Status;Text',
      'ECM;P0118;13;2F;Coolant sensor',
      'ABS;C0035;1F;50;Wheel speed',
      'ECM;P0193;16;08;Rail pressure',
    ],
    codes: [
      ['A10', 'P0118-13', 'Coolant sensor', 'failing now'],
      ['A20', 'C0035-1F', 'Wheel speed', 'not tested since clearing'],
      ['A10', 'P0193-16', 'Rail pressure', 'stored'],
    ],
  },
  {
    build: 'wide gaps, the unit first',
    lines: [
      'Unit   Code    Status    Text',
      'ECM    P0118   present   Coolant sensor circuit high',
      'ABS    U0100   stored    Lost communication with ECM',
    ],
    codes: [
      ['A10', 'P0118', 'Coolant sensor circuit high', 'failing now'],
      ['A20', 'U0100', 'Lost communication with ECM', 'stored'],
    ],
  },
  {
    build: 'wide gaps, the unit last',
    lines: ['P0118   Coolant sensor circuit high   present   ECM', 'C0035   Wheel speed   stored   ABS'],
    codes: [
      ['A10', 'P0118', 'Coolant sensor circuit high', 'failing now'],
      ['A20', 'C0035', 'Wheel speed', 'stored'],
    ],
  },
  {
    build: 'the unit before each code',
    lines: [
      'ECM: P0118 Coolant sensor',
      'ABS: U0100 Lost communication with ECM',
      'Gateway: U0121 Lost communication with ABS',
    ],
    codes: [
      ['A10', 'P0118', 'Coolant sensor', none],
      ['A20', 'U0100', 'Lost communication with ECM', none],
      ['unknown-gateway', 'U0121', 'Lost communication with ABS', none],
    ],
  },
  {
    build: 'the unit in brackets behind',
    lines: [
      'P0118 Coolant sensor circuit high [ECM]',
      'C0035 Wheel speed (ABS)',
      'U0100 Lost communication with ECM (ABS)',
    ],
    codes: [
      ['A10', 'P0118', 'Coolant sensor circuit high', none],
      ['A20', 'C0035', 'Wheel speed', none],
      ['A20', 'U0100', 'Lost communication with ECM', none],
    ],
  },
  {
    build: 'the reporting unit marked behind',
    lines: ['P0118 Coolant sensor, reported by ECM', 'U0100 Lost communication with ECM, reported by ABS'],
    codes: [
      ['A10', 'P0118', 'Coolant sensor', none],
      ['A20', 'U0100', 'Lost communication with ECM', none],
    ],
  },
  {
    build: 'brackets under a heading, which speak of another unit',
    lines: ['ABS', 'U0100 Lost communication (ECM)', 'U0199 - lost communication - door controller'],
    codes: [
      ['A20', 'U0100', 'Lost communication (ECM)', none],
      ['A20', 'U0199', 'lost communication - door controller', none],
    ],
  },
  {
    build: 'texts that hold words of a status',
    lines: [
      'ECM',
      'P0339 Phase current sensor',
      'P0118 Coolant sensor circuit intermittent',
      'P0571 Brake switch always active',
      'P2463 Present soot load too high',
    ],
    codes: [
      ['A10', 'P0339', 'Phase current sensor', none],
      ['A10', 'P0118', 'Coolant sensor circuit intermittent', none],
      ['A10', 'P0571', 'Brake switch always active', none],
      ['A10', 'P2463', 'Present soot load too high', none],
    ],
  },
  {
    build: 'denied status',
    lines: [
      'ECM',
      'P0118 Coolant sensor - not active',
      'P0193 Rail pressure - no longer present',
      'P2138 Pedal - currently not present',
      'P0087 Rail - not currently active',
    ],
    codes: [
      ['A10', 'P0118', 'Coolant sensor', 'stored'],
      ['A10', 'P0193', 'Rail pressure', 'stored'],
      ['A10', 'P2138', 'Pedal', 'stored'],
      ['A10', 'P0087', 'Rail', 'stored'],
    ],
  },
  {
    build: 'denied status without a mark',
    lines: [
      'ECM',
      'P0118 Coolant sensor no longer present',
      'P0193 Rail pressure currently not active',
      'P2138 Pedal tracks disagree present',
    ],
    codes: [
      ['A10', 'P0118', 'Coolant sensor', 'stored'],
      ['A10', 'P0193', 'Rail pressure', 'stored'],
      ['A10', 'P2138', 'Pedal tracks disagree', 'failing now'],
    ],
  },
  {
    build: 'failure types set off in every way',
    lines: ['ECM', 'P0118-13', 'P0193 - 16', 'P2138 (62)', 'P0087 11', 'P008812', 'P0340:1F'],
    codes: [
      ['A10', 'P0118-13', '', none],
      ['A10', 'P0193-16', '', none],
      ['A10', 'P2138-62', '', none],
      ['A10', 'P0087-11', '', none],
      ['A10', 'P0088-12', '', none],
      ['A10', 'P0340-1F', '', none],
    ],
  },
  {
    build: 'failure types before a text',
    lines: [
      'ECM',
      'P0118 - 13 Coolant sensor, circuit open',
      'P0193 (16) Rail pressure',
      'P2138 62 Pedal tracks disagree',
    ],
    codes: [
      ['A10', 'P0118-13', 'Coolant sensor, circuit open', none],
      ['A10', 'P0193-16', 'Rail pressure', none],
      ['A10', 'P2138-62', 'Pedal tracks disagree', none],
    ],
  },
  {
    build: 'numbers behind a code that are no failure type',
    lines: ['ECM', 'P0118 12 V supply low', 'P0300 11 times', 'P0562 24 V bus', 'P0532 AC pressure low'],
    codes: [
      ['A10', 'P0118', '12 V supply low', none],
      ['A10', 'P0300', '11 times', none],
      ['A10', 'P0562', '24 V bus', none],
      ['A10', 'P0532', 'AC pressure low', none],
    ],
  },
  {
    build: 'German, with headings',
    lines: [
      'Steuergerät: ECM',
      'P0118 Kühlmitteltemperatur, Stromkreis hoch - vorhanden',
      'Steuergerät: Getriebe',
      'P0700 Störung - derzeit nicht vorhanden',
    ],
    codes: [
      ['A10', 'P0118', 'Kühlmitteltemperatur, Stromkreis hoch', 'failing now'],
      ['unknown-getriebe', 'P0700', 'Störung', 'stored'],
    ],
  },
  {
    build: 'German, with columns',
    lines: [
      'Steuergerät;Fehlercode;Fehlertext;Zustand;Anzahl',
      'ABS;U0100;Keine Verbindung mit ECM;sporadisch;3',
      'ECM;P0118;Kühlmittel;aktiv;1',
    ],
    codes: [
      ['A20', 'U0100', 'Keine Verbindung mit ECM', 'stored'],
      ['A10', 'P0118', 'Kühlmittel', 'failing now'],
    ],
  },
  {
    build: 'French',
    lines: ['Calculateur: ABS', 'C0035 Capteur de vitesse, présent', 'Calculateur: ECM', 'P0118 Température, mémorisé'],
    codes: [
      ['A20', 'C0035', 'Capteur de vitesse', 'failing now'],
      ['A10', 'P0118', 'Température', 'stored'],
    ],
  },
  {
    build: 'letters for digits, as a picture is read',
    lines: ['ECM', 'PO118 Coolant sensor', 'P0l93 Rail pressure', 'P O087 Rail low'],
    codes: [
      ['A10', 'P0118', 'Coolant sensor', none],
      ['A10', 'P0193', 'Rail pressure', none],
      ['A10', 'P0087', 'Rail low', none],
    ],
  },
  {
    build: 'dots, stars and stray marks',
    lines: ['* ECM *', '** P0118 .... Coolant sensor **', '| ABS', '>> C0035 :: Wheel speed <<'],
    codes: [
      ['A10', 'P0118', 'Coolant sensor', none],
      ['A20', 'C0035', 'Wheel speed', none],
    ],
  },
  {
    build: 'small letters',
    lines: ['abs', 'c0035-1f wheel speed, stored', 'ecm', 'p0118 coolant sensor'],
    codes: [
      ['A20', 'C0035-1F', 'wheel speed', 'stored'],
      ['A10', 'P0118', 'coolant sensor', none],
    ],
  },
  {
    build: 'a head with the vehicle, and lines that tell nothing of codes',
    lines: [
      ...['Workshop report', 'Date: 2026-03-01 09:14', 'Odometer: 84210 km', 'VIN: ZZXLP35T3N0000107', ''],
      ...[
        'ECM',
        'P0118 Coolant sensor',
        'Odometer: 84190 km',
        'Freeze frame:',
        'Engine speed: 812 rpm',
        'P0193 Rail pressure',
      ],
    ],
    codes: [
      ['A10', 'P0118', 'Coolant sensor', none],
      ['A10', 'P0193', 'Rail pressure', none],
    ],
  },
  {
    build: 'codes under headings of their status',
    lines: [
      'ECM',
      'Stored codes:',
      'P0118 Coolant sensor',
      'Pending codes:',
      'P0193 Rail pressure',
      'ABS',
      'C0035 Wheel speed',
    ],
    codes: [
      ['A10', 'P0118', 'Coolant sensor', 'stored'],
      ['A10', 'P0193', 'Rail pressure', 'pending'],
      ['A20', 'C0035', 'Wheel speed', none],
    ],
  },
  {
    build: 'the text in the next line',
    lines: ['ABS', 'U0100', '  Lost communication with ECM', 'C0035', '  Wheel speed', '  stored'],
    codes: [
      ['A20', 'U0100', 'Lost communication with ECM', none],
      ['A20', 'C0035', 'Wheel speed', 'stored'],
    ],
  },
  {
    build: 'codes without texts under bare names',
    lines: ['ABS', 'C0035', 'Gateway', 'U0121', 'Door module driver', 'B1234', 'B1235', 'TCM', 'P0700'],
    codes: [
      ['A20', 'C0035', '', none],
      ['unknown-gateway', 'U0121', '', none],
      ['unknown-door-module-driver', 'B1234', '', none],
      ['unknown-door-module-driver', 'B1235', '', none],
      ['unknown-tcm', 'P0700', '', none],
    ],
  },
  {
    build: 'the text in the next line, not moved in',
    lines: [
      'ABS',
      'U0100',
      'Lost communication with ECM',
      'C0035',
      'Wheel speed, front',
      'Gateway',
      'U0121',
      'Lost communication with ABS',
    ],
    codes: [
      ['A20', 'U0100', 'Lost communication with ECM', none],
      ['A20', 'C0035', 'Wheel speed, front', none],
      ['unknown-gateway', 'U0121', 'Lost communication with ABS', none],
    ],
  },
  {
    build: 'silent units',
    lines: ['ECM: P0118 Coolant sensor', 'door controller: no response', 'Gateway: does not answer', 'ABS: ok'],
    codes: [['A10', 'P0118', 'Coolant sensor', none]],
    silent: ['A40', 'unknown-gateway'],
  },
  {
    build: 'a list with numbers',
    lines: ['1. ECM P0118 Coolant sensor', '2. ABS C0035 Wheel speed', '3) ABS U0100 Lost communication with ECM'],
    codes: [
      ['A10', 'P0118', 'Coolant sensor', none],
      ['A20', 'C0035', 'Wheel speed', none],
      ['A20', 'U0100', 'Lost communication with ECM', none],
    ],
  },
  {
    build: 'labels before the codes',
    lines: [
      'Stored faults of ECM',
      'Fault code 1: P0118',
      'Fault code 2: P0193-16 Rail pressure',
      'Stored faults of Radio',
      'Fault code 1: B1234',
    ],
    codes: [
      ['A10', 'P0118', '', none],
      ['A10', 'P0193-16', 'Rail pressure', none],
      ['unknown-radio', 'B1234', '', none],
    ],
  },
  {
    build: 'several codes in a line',
    lines: ['ECM: P0118, P0193, P2138', 'ABS: C0035 C0040'],
    codes: [
      ['A10', 'P0118', '', none],
      ['A10', 'P0193', '', none],
      ['A10', 'P2138', '', none],
      ['A20', 'C0035', '', none],
      ['A20', 'C0040', '', none],
    ],
  },
  {
    build: 'a code listed as stored and as pending',
    lines: ['ECM', 'P0118 Coolant sensor - stored', 'P0118 - pending', 'P0118-13 Coolant sensor - stored'],
    codes: [
      ['A10', 'P0118', 'Coolant sensor', 'stored'],
      ['A10', 'P0118-13', 'Coolant sensor', 'stored'],
    ],
  },
  {
    build: 'a dash inside the text',
    lines: [
      'ECM',
      'P0118 Coolant sensor - circuit high',
      'P0193 Rail pressure: sensor A, bank 1 - circuit low (intermittent)',
    ],
    codes: [
      ['A10', 'P0118', 'Coolant sensor - circuit high', none],
      ['A10', 'P0193', 'Rail pressure: sensor A, bank 1 - circuit low', 'stored'],
    ],
  },
  {
    build: 'the status before the text',
    lines: ['ECM', 'P0118 present - Coolant sensor', 'P0193 (stored) Rail pressure', 'P2138 [active] Pedal'],
    codes: [
      ['A10', 'P0118', 'Coolant sensor', 'failing now'],
      ['A10', 'P0193', 'Rail pressure', 'stored'],
      ['A10', 'P2138', 'Pedal', 'failing now'],
    ],
  },
  {
    build: 'status bytes written as such',
    lines: ['ECM', 'P0118-13 status 0x2F Coolant sensor', 'P0193 Rail pressure 0x50', 'P2138 (0x08) Pedal'],
    codes: [
      ['A10', 'P0118-13', 'Coolant sensor', 'failing now'],
      ['A10', 'P0193', 'Rail pressure', 'not tested since clearing'],
      ['A10', 'P2138', 'Pedal', 'stored'],
    ],
  },
  {
    build: 'no unit at all',
    lines: ['P0118 Coolant sensor', 'U0100 Lost communication with ECM'],
    codes: [
      ['unknown', 'P0118', 'Coolant sensor', none],
      ['unknown', 'U0100', 'Lost communication with ECM', none],
    ],
  },
  {
    build: 'the text before the code',
    lines: ['ECM', 'Coolant sensor circuit high P0118', 'Rail pressure (P0193)'],
    codes: [
      ['A10', 'P0118', 'Coolant sensor circuit high', none],
      ['A10', 'P0193', 'Rail pressure', none],
    ],
  },
  {
    build: 'old line ends and an end that is cut',
    lines: ['ECM\r\nP0118 Coolant sensor\rABS\nC0035 Wheel spe'],
    codes: [
      ['A10', 'P0118', 'Coolant sensor', none],
      ['A20', 'C0035', 'Wheel spe', none],
    ],
  },
  {
    build: 'a unit whose name begins as another',
    lines: ['Door controller rear', 'B1234 Handle', 'Door controller', 'B1A20 Handle'],
    codes: [
      ['unknown-door-controller-rear', 'B1234', 'Handle', none],
      ['A40', 'B1A20', 'Handle', none],
    ],
  },
];
