// Every word of the echo.
export const words = {
  text: "Text",
  said: "Said",
} as const;
