import type { ClientDirective } from "astro";

/** An island comes alive once what its page shows is here. */
const whenShown: ClientDirective = async (load) => {
  const hydrate = await load();
  await window.yennicShown?.catch(() => undefined);
  await hydrate();
};
export default whenShown;
