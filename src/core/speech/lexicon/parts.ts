import type { Part } from "../../model/machine/format";
import { kindOf } from "../../model/machine/parts/index";

/** Words that may stand for others in any name. */
export const SAME_WORDS: Readonly<Record<string, string>> = {
  hi: "high",
  sw: "switch",
  swich: "switch",
  swtch: "switch",
  stat: "thermostat",
  tstat: "thermostat",
  elem: "element",
  ctc: "contact",
  contacts: "contact",
  aux: "auxiliary",
  cutoff: "cut off",
  cutout: "cut off",
  temp: "temperature",
  thermo: "thermostat",
  capacitator: "capacitor",
  ignitor: "igniter",
  limiter: "limit",
  solenoid: "coil",
  holding: "hold",
  booster: "boost",
  secondary: "main",
  coils: "coil",
  cyc: "cycling",
  operating: "cycling",
  ntcs: "ntc",
};

/** Names by a part's own id, where machines call it so, and of what belongs to no kind. */
export const ID_NAMES: Readonly<Record<string, string>> = {
  "cut-off":
    "cut off, cutoff, cut out, cutout, tco, therm cut off, therm cutoff, thermal cut off, thermal cutoff, thermal cut out, thermal cutout, one shot, one shot cut off, one shot thermostat, heater fuse, heat fuse, box fuse, element fuse, heater thermal fuse, heater cut off, cut off fuse, thermal cutoff fuse, element cut off, burner cut off, high temp fuse, heater box fuse",
  "blower-fuse":
    "blower fuse, blower thermal fuse, blower housing fuse, fuse on the blower, fuse at the blower, motor fuse, exhaust fuse, exhaust thermal fuse, fan fuse, fan housing fuse, blower thermal",
  "high-limit":
    "high limit, hi limit, limit, limit thermostat, high limit thermostat, limiter, limit switch, limit stat, high limit stat, hi limit stat, high limit switch, thermal limit, overheat stat, overheat thermostat, safety thermostat, safety stat, over temperature thermostat, hilimit, highlimit, high temp limit, safety limit, heater limit, hi limit thermostat, upper limit, box thermostat, resettable limit",
  "cycling-thermostat":
    "cycling thermostat, cycling stat, cycling, operating thermostat, operating stat, control thermostat, exhaust thermostat, cycle thermostat, cycle stat, cycling t stat, working thermostat, regulating thermostat, operating t stat, cyc stat, cyc thermostat, cycling tstat, blower thermostat, control stat",
  "bias-heater":
    "bias heater, bias, bias resistor, thermostat heater, bias coil, stat heater, thermostat bias heater, internal bias heater, cycling thermostat heater",
  "start-switch":
    "start switch, start button, push to start, push to start switch, pts, button, start push button, start sw, start btn, push button, start key",
  "start-contact":
    "start contact, centrifugal start contact, start winding contact, motor start contact, start ctc, start, centrifugal start switch, motor start switch, starting contact",
  "hold-contact": "hold contact, centrifugal hold contact, holding contact, motor hold contact, run contact, hold switch",
  "heat-contact":
    "heat contact on the motor, centrifugal heat contact, speed contact, motor heat contact, heat contact of the motor, centrifugal heat switch, motor heat switch, speed switch, speed ctc, heat switch on the motor, heater contact on the motor, motor centrifugal heat contact",
  "timer-motor": "timer motor, timer drive, timer drive motor, clock motor, timer coil, timer motor coil, timer motor winding",
  "timer-motor-contact":
    "timer motor contact, motor contact of the timer, timer contact for the motor, timer motor switch, timer run contact, motor contact in the timer",
  "timer-heat-contact":
    "timer heat contact, heat contact of the timer, timer contact for the heat, timer heat switch, timer heater contact, heat contact in the timer, timer to heat, timer heating contact",
  selector:
    "selector, low heat selector, heat selector, selector switch, heat selector switch, temperature selector, temp selector, temp switch, temperature switch, heat selection switch, temperature selector switch",
  "door-switch":
    "door switch, door sw, door, door catch switch, door latch switch, door micro switch, door microswitch, door interlock, door contact",
  "door-sense":
    "door sense, door sense pole, board pole, door switch board pole, sense pole, door sense contact, board pole of the door switch, door sensing pole, door pole, door sense switch",
  "lamp-contact":
    "lamp contact, door lamp contact, lamp switch, door lamp switch, light switch, light contact, door light switch, lamp pole, door switch lamp contact, drum lamp contact, drum lamp switch, lamp contact of the door switch, door light contact",
  lamp: "lamp, drum lamp, drum light, bulb, drum bulb, light bulb, interior lamp, light",
  "belt-switch": "belt switch, belt sw, broken belt switch, idler switch, belt break switch, belt safety switch, slack belt switch",
  "float-switch": "float switch, float, float sw, float contact, tank float, water level switch, level switch",
  pump: "pump, drain pump, condensate pump, water pump, drain pump motor",
  "pump-relay": "pump relay, drain pump relay",
  "motor-relay": "motor relay, drum motor relay, relay for the motor, run relay",
  "heat-relay": "heat relay, heater relay, heating relay, relay for the heat, relay for the heater, element relay, burner relay",
  "coil-hold": "hold coil, holding coil, coil hold, holding coils",
  "coil-boost": "boost coil, booster coil, booster, boost, coil boost, assist coil",
  "coil-main": "main coil, secondary coil, main valve coil, coil main, second valve coil, two terminal coil",
  "cord-g":
    "earth wire, ground wire, earth pin, ground pin, earth conductor, cord earth, cord ground, earth lead, protective earth, earth core, ground conductor, earth of the cord, earth bond, earth continuity, earth path, bonding",
  "cord-l1": "cord l1, l1 of the cord, l1 conductor, l1 wire, cord hot, l1 core",
  "cord-l2": "cord l2, l2 of the cord, l2 conductor, l2 wire, l2 core",
  "cord-l": "cord l, l of the cord, live conductor, live core, cord live, live wire",
  "cord-n": "cord n, cord neutral, neutral of the cord, neutral conductor, neutral wire, neutral core",
  "filter-l": "mains filter l, filter l, filter live, mains filter live",
  "filter-n": "mains filter n, filter n, filter neutral, mains filter neutral",
  "element-a":
    "coil a, element a, heater a, heating coil a, a coil, big coil, large coil, bigger coil, main heating coil, first coil, heating element a",
  "element-b":
    "coil b, element b, heater b, heating coil b, b coil, small coil, smaller coil, small coil b, second coil, heating element b",
  "timer-setting": "timer setting, cycle setting, setting",
};

/** Windings of a motor by name. */
export const WINDING_NAMES = {
  start:
    "start winding, aux winding, auxiliary winding, aux, auxiliary, motor start winding, starting winding, start windings, motor start, auxillary winding, motor aux, motor auxiliary, motor aux winding, motor auxiliary winding, second winding, start coil, help winding, start",
  main: "main winding, run winding, motor main, main motor winding, motor run winding, motor main winding, running winding, motor run",
} as const;

/** Holds what is fitted as one, by an assembly's id. */
export const ASSEMBLY_NAMES: Readonly<Record<string, string>> = {
  cord: "cord, power cord, mains lead, mains cord, power lead, mains cable, power cable, cord set, supply cord, mains flex",
  timer: "timer, timer assembly, complete timer, whole timer",
  motor: "motor, drum motor, drive motor, complete motor, whole motor, motor assembly",
  coils:
    "coils, valve coils, coil set, coil kit, set of coils, set of valve coils, both coils, gas valve coils, gas coils, coils on the valve, solenoids, all coils, all the coils, coil pair, burner coils, all three coils, valve coil set, valve coil kit, set of gas valve coils, gas valve coil kit",
  heater:
    "heater, heating unit, heater with both coils, heater assembly, both heating coils, both coils, heater unit, complete heater, heater box, element assembly, both elements, heating elements, heating assembly, heating element",
  filter: "mains filter, filter, line filter, interference filter, emi filter, rfi filter, suppressor, noise filter, input filter",
  "door-switch": "door switch, door switch assembly",
  board: "board, control board, pcb, electronics, main board, control module",
  "cycling-thermostat": "cycling thermostat",
};

/** Pieces that no machine file names. */
export const PIECE_NAMES = {
  idler: "idler, idler pulley, tension pulley, idler wheel, tensioner, idler arm, belt tensioner, jockey pulley",
  rollers:
    "rollers, drum rollers, roller, drum roller, support rollers, rear rollers, drum wheels, roller shafts, support wheels, rear roller, drum bearing, drum supports, front rollers, glides, drum glides, roller wheels",
  drum: "drum, tub, drum shell, drum baffle, drum itself",
  blower: "blower, blower wheel, fan wheel, fan, impeller, blower housing, fan blade, blower fan, fan blades",
  felt: "felt, drum felt, seal, drum seal, felt seal, front seal, rear seal, rear felt, front felt, drum gasket, felt ring, drum seals, door seal",
} as const;

/** Panels by their ids. */
export const PANEL_NAMES: Readonly<Record<string, string>> = {
  console:
    "console, control panel, backsplash, control console, control housing, panel console, fascia, console panel, back splash, control fascia",
  top: "top, lid, top panel, worktop, top cover, machine top, top plate",
  front: "front, front panel, front cover, front sheet, door panel, front wall, cabinet front, machine front",
  rear: "rear, back, rear panel, back panel, rear cover, back cover, back plate, rear plate, rear access panel, back sheet, rear wall, back wall",
  lower:
    "lower front, lower panel, toe panel, kick panel, toe plate, kick plate, bottom panel, lower access panel, lower front panel, toe kick, kickplate, base panel, lower access, access panel, burner panel, toe board, bottom front panel, front lower panel, lower cover, plinth, bottom front",
  side: "side, side panel, side cover, left side, right side, side wall, left side panel, right side panel, side sheet",
  "terminal-cover":
    "terminal cover, terminal block cover, cord cover, connection cover, terminal box cover, terminal plate, cover plate of the terminal block, cover of the terminal block, terminal access cover, block cover, small cover, cover plate",
  drum: "drum",
};

/** Controls by their ids, and what can be set besides. */
export const CONTROL_NAMES: Readonly<Record<string, string>> = {
  timer:
    "timer, knob, dial, cycle, cycle knob, program, programme, timer knob, cycle setting, program knob, setting, timer dial, cycle selector, selector knob, programme knob, it, machine, timer setting, cycle dial",
  cycle:
    "timer, knob, dial, cycle, cycle knob, program, programme, timer knob, cycle setting, program knob, setting, cycle selector, selector knob, programme knob, selector, it, machine, cycle dial, program selector, programme selector, panel",
  heat: "heat selector, temperature selector, heat setting, temp knob, temperature, heat switch, heat, temp selector, temperature knob, heat knob, selector, temp switch, low heat selector, temp, heat selection, temperature setting, temp setting, temperature switch, heat selector switch, temperature dial, it",
  lock: "panel lock, child lock, control lock, key lock, lock, child safety, childlock, keylock, button lock, controls lock, panel locked, keypad lock, child proof lock, parental lock, lock symbol, lock light, lock icon, key symbol, padlock symbol, lock led",
  delay:
    "delayed start, delay start, delay, start delay, timer delay, delay timer, delayed, start time delay, delay wash, time delay, start later, finish in, delayed end",
};

/** Positions by their ids. */
export const POSITION_NAMES: Readonly<Record<string, string>> = {
  "air-only":
    "air only, air fluff, fluff, fluff dry, air dry, no heat, cool, cold, air, cool down, refresh, tumble only, without heat, airing, air tumble, cool air, fluff air, cold air, air freshen, no heat cycle, cool air only, cooling, heat off, freshen, a cycle without heat, cool tumble, cold tumble, cool down only, unheated, cold air only, air fluff only, airing only, freshen up",
  "timed-high":
    "timed dry, timed, timed high, cotton, cottons, normal, heat cycle, timed drying, high heat timed, time dry, timed cycle, normal dry, heavy duty, timed high heat, heated, a heat cycle, cottons dry, timed dry high, regular, heavy, a cycle with heat, timed heat, a timed cycle, timed cotton, time drying",
  off: "off, switched off, turned off, released, deactivated, disabled, inactive, unlocked, cancelled",
  high: "high, high heat, hot, hi, full heat, maximum, max, regular, normal heat, full, on high",
  low: "low, low heat, delicate, delicates, lo, gentle, minimum, min, on low, half heat, warm, medium",
  on: "on, active, activated, engaged, lit, set, locked, enabled, in, turned on, switched on, running, shows, showing, shown, blinks, lights up, lights",
};

/** Ways in which a control stands while something is read. */
export const STATE_PHRASES: readonly { readonly control: string; readonly position: string; readonly words: string }[] = [
  {
    control: "door",
    position: "shut",
    words:
      "with it closed, with it shut, when shut, when it is shut, when it is closed, door shut, door closed, with the door shut, with the door closed, with door shut, with door closed, door is shut, door is closed, door pushed to, door pressed, when closed door",
  },
  {
    control: "door",
    position: "open",
    words:
      "door open, with the door open, with door open, door is open, with it open, it open, when open, when it is open, open door, with open door, door opened, door wide open, when the door is open, while the door is open, door ajar",
  },
  {
    control: "start",
    position: "pressed",
    words:
      "start pressed, button pressed, with the button pressed, with button pressed, start held, button held, with start pressed, pressed, held, start button pressed, start button held, with the button held, pushed, button in, button pushed, with the start pressed, with the button in, while pressed, when pressed, with the start button pressed, holding the button, pressed in, start pushed, held in, with it pressed, while held, button down, pushed in",
  },
  {
    control: "start",
    position: "released",
    words:
      "released, not pressed, button released, at rest, unpressed, button not pressed, let go, without pressing, button out, start released, start not pressed, when released, button free, with the button released, not pushed, untouched",
  },
  {
    control: "heat",
    position: "low",
    words:
      "at low heat, selector on low, heat on low, on low heat, selector low, selector at low, heat selector on low, on low, at low, in low, low position, low selected, low heat selected",
  },
  {
    control: "heat",
    position: "high",
    words:
      "at high heat, selector on high, heat on high, on high heat, selector high, selector at high, heat selector on high, on high, at high, in high, high position, high selected, high heat selected",
  },
  {
    control: "timer",
    position: "off",
    words: "timer off, timer at off, timer on off, in off, at off, knob at off, in the off position, knob off, dial at off",
  },
  {
    control: "timer",
    position: "air-only",
    words: "timer on air only, timer at air only, on air only, at air only, timer on air, in air only, knob on air only",
  },
  {
    control: "timer",
    position: "timed-high",
    words:
      "timer on timed dry, timer on timed, in timed dry, on timed dry, at timed dry, timer on, timer on heat, timer at timed dry, timer turned on, in a heat position",
  },
  { control: "cycle", position: "air-only", words: "on air only, in air only, cycle on air only" },
  {
    control: "belt",
    position: "gone",
    words: "belt off, without the belt, without belt, no belt, with the belt off, belt is off, belt gone, arm released, belt removed",
  },
  {
    control: "belt",
    position: "whole",
    words: "with the belt on, arm pressed, with belt on, with the belt, arm up, lever pressed",
  },
  {
    control: "float",
    position: "up",
    words: "float up, float lifted, with the float up, float raised, with float up, lifted, raised, float high, float held up",
  },
  {
    control: "float",
    position: "down",
    words: "float down, float at the bottom, with the float down, with float down, float low, float hanging",
  },
];

/** Every word of a part's own name, for phrases that use only some of them. */
export const wordsOfPart = (part: Part): string =>
  [part.name, part.label, part.id, ...part.aliases, kindOf(part).called, ID_NAMES[part.id] ?? ""].join(" ");
