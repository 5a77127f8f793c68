// A small tag in the colour of marks: what something on a frame is, or how large it is.
import { Box, type BoxProps } from "@chakra-ui/react";

export const MarkTag = (props: BoxProps) => (
  <Box
    position="absolute"
    bg="mark"
    color="white"
    fontSize="11px"
    fontWeight="650"
    px="6px"
    py="1px"
    borderRadius="2px"
    whiteSpace="nowrap"
    {...props}
  />
);
