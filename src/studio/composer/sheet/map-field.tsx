"use client";
// Drawing a map: a few lines with their names, and the mark. By pointer, or point by point with the arrow keys.
import { Box, Flex, Text } from "@chakra-ui/react";
import { MapPin, Plus, Trash2, Undo2 } from "lucide-react";
import { useRef, useState } from "react";
import {
  fieldHeight,
  fieldWidth,
  type LineSort,
  lineSorts,
  type MapDrawing,
  type MapLine,
  mostPoints,
  type Point,
  pointOf,
  readCoordinates,
} from "@/core/map/drawing";
import { pathData } from "@/core/map/svg";
import { useSite } from "@/studio/frame/site-context";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, TextInput } from "@/studio/kit/fields";
import { State } from "@/studio/kit/layout";
import { Window } from "@/studio/kit/window";
import { takesAway } from "../keys";
import type { Composer } from "../store";
import { words as own } from "../words";
import type { FieldProps } from "./field";

/** As a page has it: each line with its id. */
interface Drawn extends Omit<MapDrawing, "lines"> {
  readonly lines: readonly (MapLine & { readonly id: string })[];
}

const within = (value: number, most: number) => Math.max(0, Math.min(most, Math.round(value)));
const inField = ([x, y]: Point): Point => [within(x, fieldWidth), within(y, fieldHeight)];

/** How far an arrow key moves a point, in units of the field; with Shift ten times as far. */
const step = 2;
const arrows: Readonly<Record<string, Point>> = {
  ArrowLeft: [-step, 0],
  ArrowRight: [step, 0],
  ArrowUp: [0, -step],
  ArrowDown: [0, step],
};

const arrowOf = (event: React.KeyboardEvent): Point | null => {
  const by = arrows[event.key];
  if (!by) return null;
  event.preventDefault();
  const far = event.shiftKey ? 10 : 1;
  return [by[0] * far, by[1] * far];
};

export function MapField({ composer, node }: FieldProps<"map">) {
  const drawing = node.content as unknown as Drawn;
  const [open, setOpen] = useState(false);
  return (
    <Box mb="8px">
      <Text color="ink2" mb="6px">
        {own.mapLines(drawing.lines.length)}
      </Text>
      <PlainButton onClick={() => setOpen(true)}>{own.drawMap}</PlainButton>
      {open ? (
        <Window title={own.drawMap} open wide onClose={() => setOpen(false)}>
          <MapEditor composer={composer} node={node.id} drawing={drawing} />
        </Window>
      ) : null}
    </Box>
  );
}

/** Where on the map the pointer is. */
function pointAt(map: SVGSVGElement, { clientX, clientY }: React.PointerEvent): Point {
  const box = map.getBoundingClientRect();
  return inField([((clientX - box.left) / box.width) * fieldWidth, ((clientY - box.top) / box.height) * fieldHeight]);
}

function MapEditor({ composer, node, drawing }: { composer: Composer; node: string; drawing: Drawn }) {
  const field = useRef<SVGSVGElement>(null);
  const [chosen, setChosen] = useState<string | null>(drawing.lines[0]?.id ?? null);
  const line = drawing.lines.find(({ id }) => id === chosen) ?? null;
  const dragged = useRef<((at: Point) => void) | null>(null);
  const set = (path: string, value: unknown) => {
    const refusal = composer.content.set(node, path, value, `${node}.${path}`);
    if (refusal) composer.say(refusal);
  };
  const setPoints = (points: readonly Point[]) => line && set(`lines.${line.id}.points`, points);
  const movePoint = (index: number, to: Point) =>
    line && setPoints(line.points.map((point, at) => (at === index ? inField(to) : point)));
  const at = (event: React.PointerEvent) => pointAt(field.current as SVGSVGElement, event);
  const grab = (event: React.PointerEvent, move: (at: Point) => void) => {
    event.stopPropagation();
    (event.target as Element).setPointerCapture(event.pointerId);
    dragged.current = move;
  };
  const add = (sort: LineSort) => setChosen(composer.lines.add(node, "lines", { sort, name: "", points: [] }));
  return (
    <Flex gap="14px" direction={{ base: "column", md: "row" }} align="flex-start">
      <Box flex="1" minW="0">
        <svg
          ref={field}
          viewBox={`0 0 ${fieldWidth} ${fieldHeight}`}
          role="application"
          aria-label={own.mapField}
          style={{
            width: "100%",
            display: "block",
            background: "var(--chakra-colors-paper)",
            touchAction: "none",
            cursor: line ? "crosshair" : "default",
          }}
          onPointerDown={(event) => {
            if (line && line.points.length < mostPoints) setPoints([...line.points, at(event)]);
          }}
          onPointerMove={(event) => dragged.current?.(at(event))}
          onPointerUp={() => {
            dragged.current = null;
          }}
        >
          {drawing.lines.map(({ id, sort, points }) => (
            <DrawnLine key={id} id={id} points={points} chosen={chosen} sort={sort} setChosen={setChosen} />
          ))}
          {line?.points.map(([x, y], index) => (
            <PointHandle
              key={index}
              index={index}
              x={x}
              y={y}
              grab={grab}
              movePoint={movePoint}
              setPoints={setPoints}
              line={line}
            />
          ))}
          <BusinessHandle drawing={drawing} grab={grab} set={set} />
        </svg>
        <Text fontSize="small" color="ink2" mt="6px">
          {line ? own.mapHow : own.mapChoose}
        </Text>
      </Box>
      <MapTools
        drawing={drawing}
        set={set}
        chosen={chosen}
        setChosen={setChosen}
        composer={composer}
        node={node}
        add={add}
        line={line}
        setPoints={setPoints}
      />
    </Flex>
  );
}

/** The business's own place on the map. */
const BusinessHandle = ({
  drawing,
  grab,
  set,
}: {
  drawing: Drawn;
  grab: (event: React.PointerEvent, move: (at: Point) => void) => void;
  set: (path: string, value: unknown) => void;
}) => (
  <circle
    cx={drawing.mark[0]}
    cy={drawing.mark[1]}
    r="12"
    fill="var(--chakra-colors-ink)"
    stroke="var(--chakra-colors-sheet)"
    strokeWidth="3"
    tabIndex={0}
    role="button"
    aria-label={own.mapMark(drawing.mark[0], drawing.mark[1])}
    style={{ cursor: "grab" }}
    onPointerDown={(event) => grab(event, (to) => set("mark", to))}
    onKeyDown={(event) => {
      const by = arrowOf(event);
      if (by) set("mark", inField([drawing.mark[0] + by[0], drawing.mark[1] + by[1]]));
    }}
  />
);

/** A point of the line, drawn or moved by arrow keys. */
const PointHandle = ({
  index,
  x,
  y,
  grab,
  movePoint,
  setPoints,
  line,
}: {
  index: number;
  x: number;
  y: number;
  grab: (event: React.PointerEvent, move: (at: Point) => void) => void;
  movePoint: (index: number, to: Point) => unknown;
  setPoints: (points: readonly Point[]) => unknown;
  line: MapLine & { readonly id: string };
}) => (
  <circle
    cx={x}
    cy={y}
    r="8"
    fill="var(--chakra-colors-sheet)"
    stroke="var(--chakra-colors-mark)"
    strokeWidth="3"
    tabIndex={0}
    role="button"
    aria-label={own.mapPoint(index + 1, x, y)}
    style={{ cursor: "grab" }}
    onPointerDown={(event) => grab(event, (to) => movePoint(index, to))}
    onKeyDown={(event) => {
      const by = arrowOf(event);
      if (by) movePoint(index, [x + by[0], y + by[1]]);
      if (takesAway.has(event.key)) setPoints(line.points.filter((_point, other) => other !== index));
    }}
  />
);

/** How the map is drawn, and what is on it. */
const MapTools = ({
  drawing,
  set,
  chosen,
  setChosen,
  composer,
  node,
  add,
  line,
  setPoints,
}: {
  drawing: Drawn;
  set: (path: string, value: unknown) => void;
  chosen: string | null;
  setChosen: (next: string | null) => void;
  composer: Composer;
  node: string;
  add: (sort: LineSort) => void;
  line: (MapLine & { readonly id: string }) | null;
  setPoints: (points: readonly Point[]) => unknown;
}) => (
  <Box w={{ base: "100%", md: "250px" }} flex="none">
    <Row label={own.mapWidth}>
      {(ids) => (
        <NumberInput
          {...ids}
          unit="m"
          min={50}
          max={50_000}
          step={50}
          value={drawing.metres}
          onChange={(metres) => metres !== undefined && metres >= 50 && set("metres", metres)}
        />
      )}
    </Row>
    {drawing.lines.map(({ id, sort, name }) => (
      <Flex key={id} align="center" gap="4px" bg={id === chosen ? "wash" : undefined} borderRadius="field" pl="6px">
        <button
          type="button"
          aria-pressed={id === chosen}
          onClick={() => setChosen(id)}
          style={{ flex: 1, minWidth: 0, textAlign: "left", minHeight: 28, cursor: "pointer" }}
        >
          {name || own.lineSorts[sort]}
        </button>
        <IconButton
          name={own.removeItem(name || own.lineSorts[sort])}
          minW="24px"
          w="24px"
          onClick={() => composer.lines.remove(node, "lines", id)}
        >
          <Trash2 size={14} />
        </IconButton>
      </Flex>
    ))}
    <Box my="6px">
      <Choice
        aria-label={own.addMapLine}
        value=""
        onChange={(sort) => sort && add(sort as LineSort)}
        options={[["", own.addMapLine], ...lineSorts.map((sort) => [sort, own.lineSorts[sort]] as const)]}
      />
    </Box>
    {line ? (
      <LineOf
        key={line.id}
        line={line}
        drawing={drawing}
        onName={(name) => set(`lines.${line.id}.name`, name)}
        onSort={(sort) => set(`lines.${line.id}.sort`, sort)}
        onPoints={setPoints}
      />
    ) : null}
  </Box>
);

/** One line of the map. */
const DrawnLine = ({
  id,
  points,
  chosen,
  sort,
  setChosen,
}: {
  id: string;
  points: readonly Point[];
  chosen: string | null;
  sort: "path" | "street" | "lane" | "river" | "rail";
  setChosen: (next: string | null) => void;
}) => (
  <path
    d={pathData(points)}
    fill="none"
    stroke={id === chosen ? "var(--chakra-colors-mark)" : "var(--chakra-colors-ink2)"}
    strokeOpacity={id === chosen ? 0.55 : 0.28}
    strokeWidth={sort === "river" ? 26 : sort === "street" ? 12 : 5}
    strokeDasharray={sort === "rail" || sort === "path" ? "8 6" : undefined}
    strokeLinecap="round"
    style={{ cursor: "pointer" }}
    onPointerDown={(event) => {
      if (id === chosen) return;
      event.stopPropagation();
      setChosen(id);
    }}
  />
);

function LineOf({
  line,
  drawing,
  onName,
  onSort,
  onPoints,
}: {
  line: MapLine;
  drawing: Drawn;
  onName: (name: string) => void;
  onSort: (sort: LineSort) => void;
  onPoints: (points: readonly Point[]) => void;
}) {
  const { place } = useSite().settings;
  const [typed, setTyped] = useState("");
  const [fault, setFault] = useState<string | null>(null);
  return (
    <Box borderTopWidth="1px" borderColor="line" pt="8px">
      <Row label={own.name}>{(ids) => <TextInput {...ids} value={line.name} onChange={onName} />}</Row>
      <Row label={own.as}>
        {(ids) => (
          <Choice
            {...ids}
            value={line.sort}
            onChange={(sort) => onSort(sort as LineSort)}
            options={lineSorts.map((sort) => [sort, own.lineSorts[sort]] as const)}
          />
        )}
      </Row>
      <Flex gap="6px" wrap="wrap" mb="8px">
        <QuietButton disabled={!line.points.length} onClick={() => onPoints(line.points.slice(0, -1))}>
          <Undo2 size={14} /> {own.lastPoint}
        </QuietButton>
        <QuietButton
          disabled={line.points.length >= mostPoints}
          onClick={() => {
            const [x, y] = line.points.at(-1) ?? [fieldWidth / 2, fieldHeight / 2];
            onPoints([...line.points, inField([x + 40, y])]);
          }}
        >
          <Plus size={14} /> {own.addPoint}
        </QuietButton>
      </Flex>
      {place ? (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            const read = readCoordinates(typed);
            setFault(read ? null : own.coordinatesWanted);
            if (read) onPoints(read.map((one) => pointOf(one, place, drawing)));
          }}
        >
          <Row label={own.coordinates} stacked hint={own.coordinatesHint}>
            {(ids) => <TextInput {...ids} value={typed} onChange={setTyped} />}
          </Row>
          <PlainButton type="submit">
            <MapPin size={14} /> {own.lineByCoordinates}
          </PlainButton>
          {fault ? <State tone="brick">{fault}</State> : null}
        </form>
      ) : (
        <Text fontSize="small" color="ink2">
          {own.placeFirst}
        </Text>
      )}
    </Box>
  );
}
