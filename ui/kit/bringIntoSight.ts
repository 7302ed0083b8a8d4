/** Room for the bench's keys below what comes into sight: three lines of them on a tablet and a phone, one at a desk. */
export const ABOVE_KEYS = "scroll-mb-44 lg:scroll-mb-14";

/** What is lit or opened comes into sight, along its row and above the keys; what is in sight stays where it is. */
export function bringIntoSight(element: Element | null): void {
  // With the next frame, which lays the page out anyway.
  if (element)
    requestAnimationFrame(() => element.scrollIntoView({ block: "nearest", inline: "center" }));
}
