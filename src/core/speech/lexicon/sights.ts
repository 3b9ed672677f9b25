import type { SightId } from "../../model/sights/sights";
import type { Subject } from "./subjects";

/** A sighting as it is told: of what, in which words, and what it comes to said so and said with “not”. */
export interface SightRow {
  readonly sight: string;
  /** Said so; left out where the words mean this sight only with a “not”. */
  readonly yes?: string;
  /** With a “not”; left out where that means nothing. */
  readonly no?: string;
  readonly of: readonly Subject[];
  /** The words mean it without a subject too. */
  readonly bare?: true;
  /** Phrases as in {@link WORDS}. */
  readonly words: string;
}

/** All words by sight: one without any does not compile. A leak test and a smell of gas are told in words of their own (readers of gas). */
const TOLD: { readonly [K in SightId]: readonly Omit<SightRow, "sight">[] } = {
  starts: [
    {
      yes: "yes",
      no: "no",
      of: ["machine"],
      bare: true,
      words:
        "~start, ~start up, ~respond, ~react, ~boot, ~get going, ~wake up, ~come to life, ~kick off, ~do anything, ~do a thing, ~run, ~work, ~come on, ~turn on, ~switch on, ~power up, ~power on, ~go, ~kick in, ~budge, ~operate",
    },
    { no: "no", of: ["machine"], bare: true, words: "reaction, response, sign of life, signs of life, life, sign" },
    {
      yes: "no",
      of: ["machine"],
      bare: true,
      words:
        "nothing happens, nothing at all, does nothing, doing nothing, completely dead, totally dead, stone dead, dead as a doornail, lifeless, not a peep, no start, wont start, will not start, dead machine, dead dryer, nothing when i press start, nothing on start, nothing on pressing start, does not react at all, not a thing, ~do nothing, just sits there, sits there, ~stay dead, ~sit there, no sign of life, utterly dead, dead to the world, wont go, will not go, refuses to start, absolutely nothing, nothing, start does nothing, start button does nothing, button does nothing, the button does nothing, start has no effect, start button has no effect, pressing start does nothing, pressing the button does nothing, start key does nothing, start does not do anything, start doesnt do anything, no effect",
    },
    { yes: "no", of: ["machine"], words: "dead, stays dead, all dead, still dead, stone cold dead" },
  ],
  turns: [
    {
      yes: "yes",
      no: "no",
      of: ["drum", "clothes", "machine"],
      bare: true,
      words:
        "~turn, ~spin, ~tumble, ~rotate, ~revolve, ~go round, ~go around, ~turn round, ~turn over, ~spin round, ~turn around, ~spin around",
    },
    {
      yes: "yes",
      no: "no",
      of: ["drum", "clothes"],
      words: "~run, ~move, ~work, ~go, ~start, ~roll, ~operate, ~budge, movement",
    },
    {
      yes: "no",
      of: ["drum", "clothes"],
      bare: true,
      words:
        "~stand still, ~lie still, ~sit still, ~stay still, stationary, standstill, at a standstill, motionless, not a move, stock still, stands there, just lie there, just sit there, ~lie there, not turning, ~stand",
    },
    {
      yes: "no",
      of: ["drum", "clothes"],
      words: "still, at rest, stuck, jammed, frozen, stands, idle, ~stay put, ~do nothing, does nothing, stopped, blocked",
    },
  ],
  motor: [
    {
      yes: "yes",
      no: "no",
      of: ["motor", "fan"],
      words:
        "can be heard, ~run, ~turn, ~start, ~spin, ~work, ~go, ~hear, heard, audible, ~rotate, ~start up, ~come on, ~kick in, ~whirr, purrs, ~operate, ~respond, ~react, sound, life",
    },
    {
      yes: "no",
      of: ["motor", "fan"],
      words: "silent, quiet, dead, does nothing, stands still, ~stand still, ~do nothing, ~stay silent, ~stay quiet",
    },
  ],
  hums: [
    {
      yes: "yes",
      no: "no",
      of: ["motor", "machine", "drum"],
      bare: true,
      words:
        "~hum, ~buzz, ~drone, hum, loud hum, low hum, a hum, humming noise, humming sound, buzzing noise, buzzing sound, buzz, hum from the motor, humming",
    },
  ],
  warm: [
    {
      yes: "yes",
      no: "no",
      of: ["heat", "air", "machine", "drum", "clothes"],
      bare: true,
      words:
        "~heat, ~heat up, ~warm, ~warm up, warm, warm air, hot air, warmth, heat, heating, toasty, ~get warm, ~get hot, ~come warm, ~blow warm, ~blow hot, ~make heat, ~produce heat, ~give heat, any heat, heat coming, nice and warm, good heat, heat ok, ~put out heat, hot after a minute, ~become warm, ~become hot, any warmth",
    },
    {
      yes: "yes",
      no: "no",
      of: ["heat"],
      words: "~work, ~come, ~come on, ~come up, ~start, on, there, good, ok, ~run, fine, present, ~kick in, normal",
    },
    {
      yes: "no",
      of: ["heat", "air", "machine", "drum", "clothes"],
      bare: true,
      words:
        "cold, icy, freezing, freezing cold, icy cold, stone cold, ~stay cold, ~remain cold, ~blow cold, cold air, ice cold, cool, cool air, ~tumble cold, ~run cold, ~come out cold, only cold air, cold air only, only cool air, cool air only, heatless, no heat, no hot air, ~turn cold",
    },
    { yes: "no", of: ["heat"], words: "dead, none, off, gone, nil, zero, missing, out" },
    { yes: "yes", of: ["heat", "air", "machine", "drum", "clothes"], bare: true, words: "hot" },
  ],
  keeps: [
    {
      yes: "no",
      of: ["heat", "flame", "machine", "air", "clothes"],
      bare: true,
      words:
        "~heat at first, ~heat only at first, at first only, first load only, for the first load only, only for the first load, only on the first load, only at first, warm at first, hot at first, lights at first, ~lose heat, ~lose its heat, ~lose the heat, ~lose the flame, ~lose its flame, ~lose flame, ~go cold, ~get cold, goes cold again, turns cold after, ~stop heating, ~quit heating, heat stops, no more heat, no further heat, then cold, then no heat, never comes back, never relights, no heat after that, no heat afterwards, cold afterwards, cold after that, then stays cold, then goes cold, loses heat after, ~cool off, ~cool down half way, first time only, lights once, heats once, once only, only once, only the first time, only lights once, only heats once, not again, never again, then gives up, gives up heating, ~turn cold, heat for the first, second load cold, second load is cold, second load stays cold, next load cold, initially only, only initially, no heat the second time, then stone cold, heats for a while, heat for a while, lasts only",
    },
    {
      yes: "no",
      of: ["heat", "flame"],
      words:
        "~drop out, ~die, ~die out, ~die away, ~fade, ~fade away, ~give up, ~quit, ~disappear, ~go, ~vanish, lost, ~cut out, ~stop, ~fail, ~go out, ~go off, ~go away, gone, ~drop off, ~be lost",
    },
    {
      yes: "yes",
      no: "no",
      of: ["heat", "flame", "machine"],
      bare: true,
      words:
        "~stay lit, ~stay warm, ~stay hot, ~keep heating, ~keep burning, ~keep warm, ~keep hot, ~hold heat, ~hold the heat, ~keep its heat, ~keep the heat, ~relight, ~light again, ~heat again, ~hold the flame, ~stay alight, ~burn steadily, ~light every time, lights each time, heats every time, steady heat, steady flame",
    },
    {
      yes: "yes",
      no: "no",
      of: ["heat", "flame"],
      words: "~stay on, ~come back, ~stay, ~last, ~hold, ~stand, steady, ~persist, ~continue, ~keep on",
    },
  ],
  glow: [
    {
      yes: "yes",
      no: "no",
      of: ["igniter", "element"],
      bare: true,
      words: "~glow, glow, glows red, glows orange, glows bright, ~glow red, ~glow orange, glowing",
    },
    {
      yes: "yes",
      no: "no",
      of: ["igniter", "element"],
      words:
        "~light up, ~light, ~come on, ~turn red, ~turn orange, ~go red, ~go orange, ~get red, red, orange, bright, red hot, ~come up, ~work, on, ~brighten, lit, ~shine, ~heat, ~heat up, ~fire, ~get bright, ~get hot, hot, ~start",
    },
    {
      yes: "no",
      of: ["igniter", "element"],
      words:
        "stays dark, ~stay dark, ~remain dark, ~stay cold, cold, dead, off, ~stay black, black, ~stay off, stays off, does nothing, ~do nothing, dark all the time, always dark",
    },
  ],
  dark: [
    {
      yes: "yes",
      no: "no",
      of: ["igniter"],
      words:
        "~go dark, ~go out, ~go off, ~turn dark, ~switch off, ~fade, ~die, ~turn off, dark again, ~go black, ~dim, ~cut out, ~stop, ~stop glowing, ~fade out, ~drop out, ~quit, dark, off again, ~get dark, ~cycle off, out again, out",
    },
    {
      yes: "yes",
      no: "no",
      of: ["igniter", "machine"],
      bare: true,
      words: "~go dark, ~turn dark, dark again, ~go out, goes dark again, glow goes out, glow stops, stops glowing, ~stop glowing",
    },
    {
      yes: "no",
      of: ["igniter", "machine"],
      bare: true,
      words:
        "~stay bright, ~keep glowing, ~glow on, glows on and on, glows for ever, glows forever, ~stay glowing, glows all the time, glows the whole time, glows and glows, ~remain bright, keeps on glowing, glows on, glows without end, glows constantly, stays lit up, glow stays, stays orange, stays red, glows continuously",
    },
    {
      yes: "no",
      of: ["igniter"],
      words: "~stay on, stays on, ~stay lit, ~stay hot, ~remain on, on all the time, always on, stays, ~stay",
    },
  ],
  flame: [
    {
      yes: "yes",
      no: "no",
      of: ["flame"],
      bare: true,
      words:
        "flame, flames, fire, ~ignite, ignition, blue flame, ~light up, burner lights, ~catch fire, ~catch, ~fire, lights off, ~come alight, any flame, ~fire up, ~light off",
    },
    { yes: "yes", no: "no", of: ["flame", "machine"], bare: true, words: "~light, lit, ~burn, ~ignite" },
    {
      yes: "yes",
      no: "no",
      of: ["flame"],
      words:
        "~run, ~come on, ~work, ~start, ~come, on, there, ~fire up, ~appear, ~establish, seen, visible, ~see, ~go, ~kick in, ~show, good, blue, ~burn blue, steady, ~strike, ~take",
    },
    {
      yes: "no",
      of: ["flame"],
      words:
        "dark, dead, off, none, stays off, ~stay off, ~stay dark, stays dark, missing, does nothing, ~do nothing, nil, absent, cold, ~stay cold",
    },
  ],
  trips: [
    {
      yes: "yes",
      no: "no",
      of: ["breaker", "machine"],
      bare: true,
      words:
        "~trip, ~trip out, ~trip the breaker, ~kick the breaker, trips the rcd, ~knock the power out, ~knock out the power, ~knock the power off, ~knock the electrics out, ~take the power out, ~kill the power, ~kick the power out, ~cut the power, ~take out the power, ~take the electrics out, ~kick out the breaker",
    },
    {
      yes: "yes",
      no: "no",
      of: ["breaker"],
      words:
        "~blow, ~pop, ~knock out, ~knock off, ~throw, ~kill, ~kick, ~kick out, ~take out, ~drop, ~flip, ~let go, ~jump, ~go, ~jump out, ~drop out, ~fall, ~take down, ~open, ~bring down, ~set off, ~fly out, ~cut out, ~go off, ~trip off, ~pull",
    },
    { yes: "no", of: ["breaker"], words: "~hold, holds, ~stay in, ~stay on, ~stay up, fine" },
  ],
  lamp: [
    {
      yes: "yes",
      no: "no",
      of: ["lamp"],
      words: "~light, ~light up, ~come on, ~work, on, lit, ~burn, ~shine, ~go on, ok, lights up, good, fine, bright, ~glow, lamp, bulb",
    },
    {
      no: "no",
      of: ["lamp"],
      bare: true,
      words: "drum light, drum lamp, interior light, interior lamp, inside light, light inside, light in the drum, lamp in the drum",
    },
    { yes: "no", of: ["lamp"], words: "off, out, dark, dead, ~stay dark, ~stay off, ~remain dark, none, ~stay out, gone" },
  ],
  airflow: [
    {
      yes: "strong",
      no: "weak",
      of: ["air"],
      words:
        "strong, good, plenty, ok, okay, full, normal, fine, lots, powerful, plenty of, blows well, strong flow, healthy, full force, like a gale, blows a gale, blows like mad, lots of, good and strong, well, ~blow hard, ~blow strongly, very strong, blows strong, ~blow strong, excellent, great, blows fine, fully open, as it should, brisk, hard, force, strength",
    },
    {
      yes: "weak",
      of: ["air"],
      words:
        "weak, poor, little, low, feeble, hardly any, faint, barely, slow, reduced, bad, limited, not much, a trickle, trickle, hardly, very weak, just a breath, a breath, very little, slight, barely any, soft, next to nothing, hardly moves, barely moves, poor flow, weak flow, barely felt, thin, half, lazy, sluggish, puny, half strength, down, not strong, hardly anything, barely anything",
    },
    {
      yes: "none",
      of: ["air"],
      bare: true,
      words:
        "nothing comes out, nothing comes out of the hood, nothing coming out, nothing comes out of the vent, nothing at the hood, nothing blows out, nothing comes out outside",
    },
    { yes: "none", of: ["air"], words: "none, nothing, zero, no, dead, no flow, nil" },
    {
      yes: "strong",
      no: "none",
      of: ["air"],
      bare: true,
      words:
        "airflow, air flow, draught, air at the hood, air coming out, air comes out, air out of the hood, air from the hood, air at the vent, ~blow out",
    },
    {
      no: "none",
      of: ["air"],
      bare: true,
      words: "air, any air, wind, breeze, flow, ~come out, ~blow, ~move, felt, ~feel",
    },
    {
      yes: "strong",
      of: ["air"],
      bare: true,
      words:
        "strong air, blows a gale, good airflow, good air, plenty of air, strong airflow, lots of air, air strong, good draught, full airflow, strong draught, airflow good, air good",
    },
    {
      yes: "weak",
      of: ["air"],
      bare: true,
      words:
        "weak air, poor airflow, weak airflow, little air, hardly any air, barely any air, poor air, low airflow, very little air, feeble air, not much air, air weak, hardly any airflow, barely any airflow, hood barely moves, flap barely moves, flap hardly moves, flap barely opens, flap hardly opens, louvres barely open, louvres hardly open, louvres barely move",
    },
  ],
  stops: [
    {
      yes: "yes",
      no: "no",
      of: ["machine", "drum", "motor", "clothes"],
      bare: true,
      words:
        "~stop, ~stop early, ~stop by itself, ~quit, ~shut off, ~cut out, ~switch off, ~switch itself off, ~turn off, ~turn itself off, ~shut down, ~shut itself off, ~halt, ~give up, ~pause, ~stall, ~stop half way, ~stop mid cycle, ~drop out, ~die, ~conk out, ~pack up, ~stop dead, stops after, ~cut off, ~stop too soon, ~end early, ends too soon, finishes early, ~finish early, ~come to a stop, ~come to a halt, ~go off, ~stop on its own, ~stop in the middle, ~finish too soon, ~abort, ~freeze, ~die half way",
    },
    {
      yes: "no",
      of: ["machine", "drum"],
      bare: true,
      words:
        "~run on, ~keep running, ~run through, runs to the end, ~finish the cycle, ~complete the cycle, runs the full cycle, keeps going, ~keep going, ~run to the end, ~complete its cycle, ~finish its cycle, ~run the whole cycle, ~run the full time",
    },
  ],
  advances: [
    {
      yes: "yes",
      no: "no",
      of: ["timer"],
      words:
        "~move, ~advance, ~tick, ~turn, ~run, ~go round, ~count down, ~step, ~move on, ~go, ~work, ~go down, ~rotate, ~progress, ~budge, ~turn by itself, ~go on, ~move by itself, ~drop, ~change, ~start, ~creep, ~creep on, ~run down, ~wind down, ~respond, ~run off",
    },
    {
      yes: "no",
      of: ["timer"],
      words:
        "stuck, stands still, stands, ~stand still, jammed, frozen, ~stay put, stopped, stationary, still, ~stand, does nothing, ~stick, ~stop, ~sit still, ~freeze, same place, ~stay at the same place, ~stay where it is, ~sit there, ~hang, ~stay",
    },
    {
      yes: "no",
      of: ["machine", "timer"],
      bare: true,
      words:
        "never ends, never finishes, runs for ever, runs forever, goes on for ever, goes on forever, cycle never ends, never gets to the end, runs and runs, never gets done, never comes to the end, does not end, wont end, never comes to an end, runs without end, will not end, does not finish, wont finish, will not finish, keeps running for hours, runs endlessly, endless, goes on and on, runs on and on, never gets to off, never goes to off, never reaches off, runs all day, runs all night, for ever running, never stops by itself, ~run endlessly",
    },
    { yes: "yes", no: "no", of: ["machine"], words: "~advance, ~end, ~finish, ~count down, ~come to the end" },
  ],
  cycles: [
    {
      yes: "yes",
      no: "no",
      of: ["heat", "flame", "machine", "element"],
      bare: true,
      words:
        "~cycle, ~cycle on and off, ~cycle off and on, ~go off and on, ~go on and off, ~shut off at its temperature, ~shut off at temperature, ~cycle normally, ~cycle off, cycling, ~switch off at temperature, ~go off at temperature, off and on as it should, on and off as it should, ~switch off and on, ~switch on and off, ~cycle as it should, ~turn off and on, ~turn on and off, ~cycle ok, ~cut off at temperature, ~cut out at temperature, ~cut out at its temperature, ~stop at its temperature, ~switch off at its temperature, ~go off at its temperature, ~cycle fine, thermostat cycles, ~cycle by itself, ~come on and off, ~go out and relight, ~go off and relight, ~go off and come back, cycles on the thermostat, ~cycle on the thermostat, off and on by itself",
    },
    {
      yes: "short",
      of: ["heat", "flame", "machine", "element"],
      bare: true,
      words:
        "short cycles, ~short cycle, short cycling, ~cut out early, cuts out too soon, ~cut out too early, ~go off too early, ~go off too soon, ~cycle on the limit, ~cycle on the high limit, limit cycles, limit cycling, ~cycle short, short bursts, in short bursts, heats in bursts, comes and goes, coming and going, in bursts, only short bursts, ~switch off too early, ~shut off too early, ~shut off early, ~shut off too soon, ~cycle too often, ~cycle too fast, ~cycle too early, cuts off early, ~cut off early, ~cut off too soon, ~go out early, off too early, rapid cycling, ~cycle rapidly, ~cycle quickly, off again too soon, limit opens and closes, limit keeps opening, limit keeps tripping, high limit cycles, short heats, heats in short bursts, ~come and go",
    },
    {
      yes: "no",
      of: ["heat", "flame", "element"],
      bare: true,
      words:
        "never cycles off, heat never goes off, never cycles, heat never stops, heat stays on all the time, heat on all the time, heats all the time, heats without a break, heats nonstop, heats non stop, never switches the heat off, heats constantly, heat never cuts out, heats continuously, heat does not go off, heat will not go off, heat never switches off, never shuts the heat off",
    },
    {
      no: "no",
      of: ["heat", "flame", "element"],
      words: "~go off, ~shut off, ~switch off, ~cycle off, ~turn off, ~stop, ~cut out, off",
    },
  ],
  display: [
    {
      yes: "yes",
      no: "no",
      of: ["display"],
      words:
        "~light, ~light up, ~come on, on, lit, ~work, alive, ~show anything, ~respond, ~glow, ~come up, ok, fine, normal, ~turn on, up, working, there",
    },
    {
      yes: "no",
      of: ["display"],
      words:
        "black, blank, dark, dead, off, out, ~stay black, ~stay dark, ~stay blank, ~stay off, empty, ~remain dark, ~remain black, nothing, stays black, none, ~go blank, gone, ~stay dead",
    },
    {
      no: "no",
      of: ["display"],
      bare: true,
      words:
        "display, lights, leds, single light, lights at all, light on the panel, lights on the panel, nothing on the display, lights on the display, panel lights, indicator lights, screen",
    },
    {
      yes: "no",
      of: ["display"],
      bare: true,
      words: "nothing on the display, nothing on the panel, nothing lights up, nothing lights, no lights at all, no lights, nothing lit",
    },
  ],
  doorlight: [
    {
      yes: "yes",
      no: "no",
      of: ["doorlight"],
      words:
        "on, ~blink, ~flash, lit, ~light, ~light up, ~come on, ~stay on, ~glow, ~burn, stays lit, ~stay lit, ~show, keeps blinking, keeps flashing, ~appear, ~shine, wont go off, never goes off, does not go off, stays on",
    },
    { yes: "no", of: ["doorlight"], words: "off, out, ~go off, ~go out, ~stay off, ~stay dark" },
    {
      yes: "yes",
      of: ["machine", "display", "door"],
      bare: true,
      words:
        "~say door open, ~say the door is open, ~show door open, ~show the door open, ~show the door as open, ~show door as open, ~think the door is open, ~think door is open, ~think the door was open, door open message, ~ask to close the door, ~tell me to close the door, ~tell me to shut the door, ~say close door, ~say close the door, ~claim the door is open, ~display door open, door shown open, door shown as open, ~read door open, ~say door is open, ~complain about the door, panel says door, ~believe the door is open, ~ask to shut the door, display says door, ~show door, ~say door, ~say shut the door, ~say shut door",
    },
  ],
  clicks: [
    {
      yes: "yes",
      no: "no",
      of: ["relay", "machine", "motor"],
      bare: true,
      words: "~click, click, clicks, ~clack, clack, a click, clicking, clicking sound, ~hear a click, clicks once, any click, relay clicks",
    },
  ],
  noise: [
    {
      yes: "yes",
      no: "no",
      of: ["machine", "drum", "motor", "fan", "belt"],
      bare: true,
      words:
        "~squeal, ~squeak, ~thump, ~grind, ~rattle, ~bang, ~scrape, ~screech, ~knock, ~rumble, ~clatter, ~howl, ~roar, ~whine, ~shriek, noisy, noise, noises, loud, racket, ~clunk, ~thud, ~scream, ~growl, ~grate, strange noise, funny noise, awful noise, loud noise, terrible noise, makes a noise, ~rub, ~chirp, ~whistle, ~clank, odd noise, weird noise, thumping noise, grinding noise, squealing noise, rattling noise, ~bump, ~groan, ~creak, ~pound, thunder, squeal, thump, rumble",
    },
    {
      yes: "no",
      of: ["machine", "drum", "motor"],
      bare: true,
      words: "runs quiet, runs quietly, nice and quiet, quiet as a mouse",
    },
  ],
  burning: [
    {
      yes: "yes",
      no: "no",
      of: ["machine", "motor"],
      bare: true,
      words:
        "burning smell, burnt smell, smell of burning, ~smell burnt, ~smell of burning, ~smell burned, ~smell scorched, ~smell hot, ~smell of smoke, ~smell of hot plastic, ~smell of burnt plastic, ~smell of burnt rubber, smell of burnt, ~smell like burning, ~smell like something is burning, ~smell of scorched, smells a bit burnt, ~smoke, smoke, acrid smell, scorched smell, ~stink of burning, ~stink of burnt, ~smell as if something is burning, something is burning, something burning, ~smell like something burns, ~smell of burnt lint, stinks burnt, smell of hot, smell of smoke, smell like burning, smell of scorching, smelt burnt, smelled burnt, smelt burning, hot smell, burning odour, burning odor, ~smell like burnt, smoky, smells smoky",
    },
    { no: "no", of: ["machine"], bare: true, words: "~smell, smell, odd smell, bad smell, odour, any smell" },
  ],
  hot: [
    {
      yes: "yes",
      no: "no",
      of: ["machine", "clothes", "heat", "air", "drum"],
      bare: true,
      words:
        "~scorch, too hot, far too hot, much too hot, way too hot, ~overheat, burning hot, boiling hot, scalding, ~singe, ~roast, ~get too hot, ~get far too hot, ~get much too hot, ~get way too hot, ~get very hot, very hot, extremely hot, scorching, scorching hot, hot as an oven, ~burn the clothes, ~burn clothes, ~burn my clothes, ~cook the clothes, ~bake, scorch marks on the clothes, too warm, too much heat, ~get so hot, so hot, so hot you cant touch it, so hot you can not touch it, so hot you cant touch the drum, so hot you can not touch the drum, so hot that you cant touch it, too hot to touch, runs too hot, ~run hot, ~run too hot, ~melt, ~char the clothes, ~burn the laundry, ~burn the shirts, hot enough to burn, ~get boiling hot, ~get burning hot, unbearably hot, dangerously hot, overly hot, ~come out scorched, ~come out burnt",
    },
    { yes: "yes", of: ["clothes"], words: "~burn, burnt, scorched, singed, brown, ~brown, melted, ruined by heat, charred" },
  ],
  damp: [
    {
      yes: "yes",
      no: "no",
      of: ["clothes", "machine"],
      bare: true,
      words:
        "damp, wet, still wet, still damp, moist, soaking, soaking wet, half dry, half wet, ~stay wet, ~stay damp, ~come out wet, ~come out damp, ~leave clothes damp, ~leave clothes wet, ~leave the clothes damp, ~leave the clothes wet, ~leave them damp, dry only half, wringing wet, clammy, dripping, not quite dry, wet as they went in, wet as before, ~leave everything damp",
    },
    {
      no: "yes",
      yes: "no",
      of: ["clothes", "machine"],
      bare: true,
      words:
        "~dry, dry, ~get dry, ~come out dry, ~dry properly, ~dry the clothes, ~get anything dry, ~dry anything, ~get the clothes dry, ~get clothes dry, ~get things dry, ~become dry",
    },
    {
      yes: "yes",
      of: ["clothes", "machine"],
      bare: true,
      words:
        "takes hours, takes ages, takes for ever, takes forever, slow to dry, two cycles, takes two cycles, needs two cycles, takes too long, takes far too long, takes twice as long, long dry times, long drying times, needs a second cycle, takes a second cycle, takes three cycles, three cycles, needs three cycles, several cycles, two runs, needs two runs, takes two runs, two or three cycles, dries slowly, dries badly, drying slowly, takes long to dry, takes so long, hours to dry, ages to dry, forever to dry, long to dry, takes all day, takes much longer, poor drying, dries poorly, has to run twice, have to run it twice, run it twice, must run twice, takes double, takes twice, double the time, twice the time, takes longer, drying takes, barely dries, hardly dries, only on the second go, on the second go, second go, only on the second run, two goes, needs two goes, an age to dry, takes an age, two loads to dry, slow drying",
    },
  ],
  pump: [
    // pump, tank
    {
      yes: "yes",
      no: "no",
      of: ["pump"],
      words:
        "can be heard, ~run, ~work, ~start, ~hum, ~pump, ~come on, heard, audible, ~hear, ~turn, ~spin, running, ~go, ~operate, ~buzz, sound, ~make a sound",
    },
    {
      yes: "no",
      of: ["pump"],
      words: "silent, quiet, dead, still, ~do nothing, does nothing, ~stay silent, ~stay quiet, stands still, ~stand still, stopped",
    },
  ],
  tank: [
    {
      yes: "full",
      no: "empty",
      of: ["tank"],
      words:
        "full, ~overflow, needs emptying, brimming, full to the brim, full up, brimful, filled, ~fill, ~fill up, shown full, ~read full, overflows, up to the brim",
    },
    { no: "empty", of: ["tank"], words: "water, any water, water in it" },
    { yes: "empty", of: ["tank"], words: "empty, dry, nothing in it, is not full, half empty, half full" },
    {
      yes: "full",
      no: "empty",
      of: ["tanklight"],
      words:
        "on, lit, ~light, ~light up, ~come on, ~blink, ~flash, ~stay on, ~glow, stays lit, ~stay lit, ~burn, ~show, ~shine, wont go off, stays on",
    },
    { yes: "empty", of: ["tanklight"], words: "off, out, ~go off, ~go out" },
    {
      yes: "full",
      of: ["machine", "display", "tank"],
      bare: true,
      words:
        "~say tank full, ~show tank full, tank full message, ~say empty tank, ~say empty the tank, ~ask to empty the tank, ~show empty tank, ~say the tank is full, ~want the tank emptied, display says tank, ~tell me to empty the tank, ~ask for the tank to be emptied, ~show bowl full, ~say bowl full, ~say empty water, ~show full tank",
    },
  ],
  polarity: [
    {
      yes: "right",
      of: ["machine"],
      bare: true,
      words:
        "polarity right, polarity ok, polarity good, polarity correct, polarity is right, polarity is ok, polarity is correct, polarity is good, polarity fine, polarity checked and right, polarity, outlet wired right, outlet polarity right, outlet polarity ok, outlet polarity good, outlet polarity correct, right polarity, correct polarity, outlet tester says correct, outlet tester ok",
    },
    {
      yes: "crossed",
      of: ["machine"],
      bare: true,
      words:
        "polarity wrong, polarity crossed, polarity reversed, polarity swapped, polarity bad, reversed polarity, crossed polarity, wrong polarity, polarity is wrong, polarity is reversed, polarity is crossed, outlet wired wrong, outlet crossed, outlet reversed, hot and neutral swapped, hot and neutral reversed, live and neutral swapped, live and neutral reversed, live and neutral crossed, outlet is wired wrong, swapped polarity",
    },
  ],
  "door-stops": [
    {
      yes: "yes",
      of: ["machine"],
      bare: true,
      words:
        "door stops, door stops it, stops with the door open, stops with door open, stops when the door is opened, stops when door opened, opening the door stops it, open door stops it, stops when i open the door, stops when the door opens, stops on opening the door, door opening stops it, stops as soon as the door opens, stops at once when the door is opened, door stops the machine, stops at the door, stops with the door, door stops drum, door stops the drum",
    },
    {
      yes: "no",
      of: ["machine"],
      bare: true,
      words:
        "runs on with the door open, runs with the door open, runs with door open, door does not stop it, door doesnt stop it, turns with the door open, turns with door open, keeps running with the door open, keeps turning with the door open, does not stop when the door is opened, does not stop with the door open, still turns with the door open, still runs with the door open, runs on with door open, door open and it still runs, door open and it still turns, spins with the door open, keeps going with the door open, wont stop with the door open, does not stop when i open the door",
    },
  ],
  leak: [],
  smell: [],
};

export const SIGHT_WORDS: readonly SightRow[] = Object.entries(TOLD).flatMap(([sight, rows]) => rows.map((row) => ({ sight, ...row })));
