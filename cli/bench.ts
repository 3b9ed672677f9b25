export function run(): void {}
