/** What is lit or opened comes into sight, along its row and above the keys; what is in sight stays where it is. */
export const bringIntoSight = (element: Element | null) =>
  element?.scrollIntoView({ block: "nearest", inline: "center" });
