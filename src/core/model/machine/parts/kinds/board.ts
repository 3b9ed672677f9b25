import { z } from "zod";
import { NODE } from "../../run/nodes";
import { acrossIt, always, byLook, definePart, type PartBranch, plainMode } from "../definition";
import { closedWhen, id, net, pair, partFields, positive, tolerance } from "../fields";

const SHORTED_OHMS = 0.4;

/** Id of the contact that stands for a board's own thermostat: “open” while the board finds the air hot enough. */
export const boardThermostatId = (board: string): string => `${board}:thermostat`;

const sense = z
  .strictObject({
    id: id.describe("Name by which codes speak of it."),
    name: z.string().describe("What it senses, in words."),
    nets: pair,
    by: z.enum(["volts", "contact"]).describe("Made when volts stand across its nets, or when something joins them."),
    starts: z.boolean().default(false).describe("Needs to be made for a moment only: the start button."),
  })
  .describe("Something that must be made for the board to run.");

const sensor = z
  .strictObject({
    part: id.describe("The thermistor."),
    nets: pair,
    inputOhms: positive.describe("What an ohm-meter finds between the pins with the thermistor off, Ω."),
    shortBelowOhms: positive.describe("Below this the board takes the thermistor for shorted, Ω."),
    openAboveOhms: positive.describe("Above this the board takes the thermistor for broken, Ω."),
    heatOffC: z.number().describe("Exhaust temperature at which it switches the heat off, °C."),
    heatOnC: z.number().describe("Exhaust temperature at which it switches the heat on again, °C."),
  })
  .describe("The thermistor that it steers the heat by.");

const code = z
  .strictObject({
    code: z
      .string()
      .regex(/^[A-Z0-9-]{1,6}$/, "a code of capitals and digits, such as F3")
      .describe("As the display shows it."),
    when: z.enum(["sensor-open", "sensor-short", "not-made", "no-heat"]).describe("What makes the board show it."),
    sense: id.optional().describe("Which sense, for not-made; any of them where left out."),
    says: z.string().describe("What the maker's sheet says it means."),
  })
  .describe("A fault code.");

/** Shares by which set points and inputs of good boards spread in a rehearsal (est.). */
const SET_POINT_SPREAD = 0.02;
const INPUT_SPREAD = 0.05;

export const board = definePart({
  kind: "board",
  called:
    "board, control board, control, pcb, electronics, main board, circuit board, control module, module, mainboard, electronic control, electronic board, pc board, motherboard, controller, power board, main control",
  schema: partFields("board", "A control board: senses, relays, a thermistor to steer the heat by, codes.", {
    nets: z.tuple([net, net]).describe("Live and return of its own supply."),
    ohms: positive.describe("Of its transformer or supply, as an ohm-meter sees it."),
    volts: positive.describe("Rated volts of its supply."),
    tolerance: tolerance(),
    senses: z.array(sense).describe("What must be made for it to run."),
    sensor,
    inputs: z
      .array(pair)
      .default([])
      .describe("Pins that it reads and that the model does not follow, such as those of the moisture bars."),
    heatIn: closedWhen.describe("Control positions in which it calls for heat."),
    codes: z.array(code).describe("Its fault codes, the first that applies is shown."),
  }),
  modes: { dead: plainMode, shorted: plainMode },
  conductsOnly: false,
  branches: (part, { faults, condition }): PartBranch[] => {
    const [a, b] = part.sensor.nets;
    return [
      { from: 1, to: 2, ohms: faults.has(part.id, "shorted") ? SHORTED_OHMS : part.ohms },
      ...(condition.cordIn ? [] : [{ name: "sensor-input", from: a, to: b, ohms: part.sensor.inputOhms }]),
    ];
  },
  /** Set points reused to true air temperature: a drifted sensor shifts them. None while the board distrusts its sensor. */
  thermal: (part, { sensorOf }) => {
    const { sensedOhms, ambientOhms, ohmsAt, celsiusAt } = sensorOf(part.id);
    const { shortBelowOhms, openAboveOhms, heatOffC, heatOnC } = part.sensor;
    if (!(sensedOhms > shortBelowOhms && sensedOhms < openAboveOhms)) return [];
    const factor = sensedOhms / ambientOhms;
    const trueC = (setC: number) => celsiusAt(ohmsAt(setC) / factor);
    return [
      {
        id: boardThermostatId(part.id),
        node: NODE.exhaustSensor,
        opensC: trueC(heatOffC),
        closesC: trueC(heatOnC),
        bias: undefined,
      },
    ];
  },
  windings: acrossIt,
  readsAtRest: always,
  examined: () => ({ by: "burnt-spots", minutes: 2 }),
  causeCheck: byLook,
  varied: (part, { factor, evenly }) => {
    const { sensor } = part;
    const shift = evenly(SET_POINT_SPREAD);
    const varied = {
      heatOffC: sensor.heatOffC * shift,
      heatOnC: sensor.heatOnC * shift,
      inputOhms: sensor.inputOhms * evenly(INPUT_SPREAD),
    };
    return { ...part, ohms: part.ohms * factor, sensor: { ...sensor, ...varied } };
  },
  drawnClosed: always,
  eitherWayRound: false,
  deviates: "never",
});
