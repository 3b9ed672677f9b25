/** Holds what a sighting is about. Phrases as in {@link WORDS}. */
export const SUBJECTS = {
  machine:
    "machine, dryer, drier, tumbler, tumble dryer, appliance, unit, it, she, thing, the whole thing, whole machine, this, cycle, program, programme, run, load, fan and drum",
  drum: "drum, tub, basket",
  clothes:
    "clothes, laundry, load, washing, towels, towel, shirts, shirt, sheets, clothing, stuff, linen, garments, items, blouse, jumper, sweater, pants, trousers, dress, duvet, bedding, bed sheets, t shirt, t shirts, blanket, pillow, pillows, underwear, uniform, uniforms, fleece, curtains, delicates, whites, coat, jeans, things, everything, loads, socks, blankets",
  motor: "motor, drive motor, fan motor, drum motor, drive",
  fan: "fan, blower, blower wheel, impeller",
  air: "air, airflow, air flow, flow, draught, draft, breeze, exhaust, exhaust air, air at the hood, air at the vent, air from the hood, air out of the hood, air coming out, air out, wind, blow, hood, hood air, air at the outlet, airstream, air stream, suction, air at the outside hood, airflow at the hood, air flow at the hood, flow at the hood, vent air",
  heat: "heat, heating, warmth, heater, warm air, hot air, heats, temperature",
  igniter: "igniter, ignitor, glow bar, glowbar, glow, glow plug, hot surface igniter, hsi",
  element: "element, heating element, coil, elements, heater element, elem",
  flame: "flame, flames, fire, burner, gas burner, ignition, pilot",
  display:
    "display, console light, panel light, screen, panel, panel lights, lights, leds, led, console lights, control panel, front panel lights, readout, indicator, indicators, the lights, controls, control lights, any lights, touch panel, fascia, digits",
  lamp: "lamp, drum lamp, drum light, drum bulb, interior light, inside light, bulb, light, light inside, lamp inside, light in the drum, lamp in the drum, door lamp, inside lamp, inner light, interior lamp, internal light",
  doorlight:
    "door light, door symbol, door icon, door led, door indicator, door warning, door sign, door lamp on the panel, door open light, door open symbol, door open led, door open lamp, door open indicator, door ajar light, door open icon, door open sign, open door light, open door symbol, door message",
  breaker:
    "breaker, circuit breaker, rcd, rcbo, gfci, gfi, mcb, house fuse, house fuses, fuses, fuse box, mains fuse, mains, electrics, fuse in the cellar, residual current device, earth leakage breaker, trip switch, main fuse, house electrics, fuse at the panel, power in the house, ground fault breaker, house breaker, panel breaker, elcb, fuse in the box",
  timer: "timer, knob, dial, timer knob, clock, clockwork, timer dial, timer motor, pointer, control knob, countdown, time, minutes",
  tank: "tank, bowl, container, water container, water tank, bucket, reservoir, collector, water bowl, condensate tank, water bucket",
  tanklight:
    "bowl full lamp, bowl full light, bowl lamp, bowl light, tank lamp, tank light, tank full lamp, tank full light, container light, container lamp, water light, water lamp, tank symbol, tank led, tank full led, container full light, container full lamp, water full light, full light, full lamp, empty tank light, empty water light, tank icon, tank full symbol, container symbol, bowl symbol, tank indicator, empty tank lamp",
  pump: "pump, drain pump, condensate pump, water pump",
  relay: "relay, relays, motor relay, heat relay, board, valve, gas valve, solenoid, coils",
  belt: "belt, drum belt, drum roller, drum rollers, rollers, roller, idler, bearing, bearings, pulley, drum bearing",
  door: "door, door latch, latch",
} as const;

export type Subject = keyof typeof SUBJECTS;
