"use client";
// One way to be paid: what it needs, a try of it, and the switch.
import { Box, Text } from "@chakra-ui/react";
import { useState } from "react";
import { type ConnectorSettings, connectors } from "@/core/payment/connectors";
import { connectorSettingsSchema } from "@/core/payment/schema";
import { MainButton } from "@/studio/kit/buttons";
import { NumberInput, Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group, RefusalNote, State } from "@/studio/kit/layout";
import { MoneyRow } from "@/studio/kit/money-input";
import { Segments } from "@/studio/kit/segments";
import { TextArea } from "@/studio/kit/text-area";
import { KeysRow } from "./keys-row";
import type { Listed, Way } from "./query";
import { TryPanel } from "./try-panel";
import { useWay } from "./use-way";
import { words as own } from "./words";

/** What is wrong with what is typed, by field. */
function faultsOf(settings: ConnectorSettings): Partial<Record<keyof ConnectorSettings, string>> {
  const { error } = connectorSettingsSchema.validate(settings, { abortEarly: false });
  return Object.fromEntries((error?.details ?? []).map(({ path, message }) => [String(path[0]), message]));
}

function Fields({ way, commands }: { way: Way; commands: ReturnType<typeof useWay> }) {
  const [settings, setSettings] = useState(way.settings);
  const faults = faultsOf(settings);
  const { fields } = connectors[way.kind];
  const set = (part: Partial<ConnectorSettings>) => setSettings((before) => ({ ...before, ...part }));
  const keep = (next = settings) => {
    if (!Object.keys(faultsOf(next)).length && JSON.stringify(next) !== JSON.stringify(commands.known().settings))
      commands.change("payments.keep", { settings: next });
  };
  const line = (field: "owner" | "iban" | "bic", most: number) => (
    <Row key={field} label={own.fields[field]} error={settings[field] ? faults[field] : undefined}>
      {(ids) => (
        <TextInput
          {...ids}
          maxLength={most}
          value={settings[field]}
          onChange={(value) => set({ [field]: value })}
          onBlur={() => keep()}
        />
      )}
    </Row>
  );
  const drawn: Readonly<Record<keyof ConnectorSettings, () => React.ReactNode>> = {
    owner: () => line("owner", 70),
    iban: () => line("iban", 60),
    bic: () => line("bic", 20),
    days: () => (
      <Row key="days" label={own.fields.days} error={faults.days}>
        {(ids) => (
          <NumberInput
            {...ids}
            min={0}
            max={120}
            step={1}
            unit={own.daysUnit}
            value={settings.days}
            onChange={(days) => {
              set({ days: days ?? 0 });
              keep({ ...settings, days: days ?? 0 });
            }}
          />
        )}
      </Row>
    ),
    most: () => (
      <MoneyRow
        key="most"
        label={own.fields.most}
        hint={own.mostHint}
        optional
        error={faults.most}
        value={settings.most}
        onChange={(most) => {
          set({ most });
          keep({ ...settings, most });
        }}
      />
    ),
    words: () => (
      <Row key="words" label={own.fields.words} hint={own.wordsHint} error={faults.words} stacked>
        {(ids) => (
          <TextArea
            {...ids}
            rows={2}
            value={settings.words}
            onChange={(text) => set({ words: text })}
            onBlur={() => keep()}
          />
        )}
      </Row>
    ),
  };
  return <>{fields.map((field) => drawn[field]())}</>;
}

export function OneWay({
  way,
  listed: { account, behaviours },
}: {
  way: Way;
  listed: Pick<Listed, "account" | "behaviours">;
}) {
  const commands = useWay(way);
  // As it was pressed, until it is known what became of that.
  const [pressed, setPressed] = useState<boolean | null>(null);
  const about = connectors[way.kind];
  if (about.service && account === null) return <State tone="amber">{own.noService}</State>;
  if (!way.installed)
    return (
      <>
        <MainButton
          disabled={commands.busy}
          onClick={() => commands.change("payments.keep", { settings: way.settings })}
        >
          {own.install(own.names[way.kind])}
        </MainButton>
        <Text color="ink2" mt="8px">
          {own.installHint}
        </Text>
        <RefusalNote refusal={commands.refusal} />
      </>
    );
  const [held] = way.heldBack;
  return (
    <>
      <Group title={own.setUp}>
        <Box maxW="460px">
          {about.service ? (
            <>
              <KeysRow way={way} mode="test" opening={account ?? ""} commands={commands} />
              <KeysRow way={way} mode="live" opening={account ?? ""} commands={commands} />
            </>
          ) : null}
          <Fields way={way} commands={commands} />
        </Box>
      </Group>
      <Group title={own.tryIt}>
        <TryPanel way={way} behaviours={behaviours} turns={commands.turns} onPassed={commands.refresh} />
      </Group>
      <Group title={own.switchOn}>
        {about.service ? (
          <Box mb="10px">
            <Row label={own.mode} hint={own.modeHint} stacked>
              {() => (
                <Segments
                  label={own.mode}
                  value={way.mode}
                  onChange={(mode) => commands.change("payments.mode", { mode })}
                  options={[
                    ["test", own.modes.test],
                    ["live", own.modes.live],
                  ]}
                />
              )}
            </Row>
          </Box>
        ) : null}
        <Tick
          label={own.on}
          checked={pressed ?? way.on}
          disabled={!way.on && held !== undefined}
          onChange={(on) => {
            setPressed(on);
            commands.change("payments.switch", { on }, () => setPressed(null));
          }}
        />
        {!way.on && held ? <Text color="ink2">{own.heldBack[held]}</Text> : null}
        {way.on && about.service && way.mode === "test" ? <State tone="amber">{own.liveTest}</State> : null}
        {"switchedOff" in way && way.switchedOff ? <State tone="amber">{own.switchedOff}</State> : null}
        <RefusalNote refusal={commands.refusal} />
      </Group>
    </>
  );
}
