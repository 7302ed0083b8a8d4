/** What is lit or opened comes into sight, along its row and above the keys; what is in sight stays where it is. */
export function bringIntoSight(element: Element | null): void {
  element?.scrollIntoView({ block: "nearest", inline: "center" });
}
