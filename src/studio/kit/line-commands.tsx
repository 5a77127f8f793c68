"use client";
// What a line of a list can be asked to do.
import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp, Trash2 } from "lucide-react";
import { IconButton } from "./buttons";

/** What a line of a list can be asked to do: one place to the front, one back, and go. */
export const LineCommands = ({
  before,
  behind,
  remove,
  first,
  last,
  sideways,
  kept,
  onMove,
  onRemove,
}: {
  /** Names of the three buttons. */
  before: string;
  behind: string;
  remove: string;
  first: boolean;
  last: boolean;
  /** Lines that stand beside each other. */
  sideways?: boolean;
  /** The last one that there has to be. */
  kept?: boolean;
  onMove: (by: -1 | 1) => void;
  onRemove: () => void;
}) => {
  const [Before, Behind] = sideways ? [ArrowLeft, ArrowRight] : [ArrowUp, ArrowDown];
  return (
    <>
      <IconButton name={before} minW="24px" w="24px" disabled={first} onClick={() => onMove(-1)}>
        <Before size={13} />
      </IconButton>
      <IconButton name={behind} minW="24px" w="24px" disabled={last} onClick={() => onMove(1)}>
        <Behind size={13} />
      </IconButton>
      <IconButton name={remove} minW="24px" w="24px" disabled={kept} onClick={onRemove}>
        <Trash2 size={14} />
      </IconButton>
    </>
  );
};
