"use client";
// Which services a calendar offers, in which order.
import { Box, Flex, Text } from "@chakra-ui/react";
import { ArrowDown, ArrowUp, Minus, Plus } from "lucide-react";
import type { Service } from "@/core/booking/booking";
import { moneyWords } from "@/core/money/money";
import { useSite } from "@/studio/frame/site-context";
import { Group, IconButton, State } from "@/studio/kit/kit";
import type { StepProps } from "@/studio/widget/half";
import { words } from "./words";

export function ServicesStep({ settings, faults, change }: StepProps<"booking">) {
  const { parts, settings: site } = useSite();
  const all = parts.booking?.services ?? [];
  const known = new Map(all.map((service) => [service.id, service]));
  const { services } = settings;
  const others = all.filter(({ id }) => !services.includes(id));
  const about = (service: Service) => {
    const price = service.price
      ? moneyWords({ amount: service.price.amount, currency: site.currency }, site.language)
      : "";
    return [price, service.online ? "" : words.byHandOnly].filter(Boolean).join(" · ");
  };
  const moved = (index: number, by: -1 | 1) => {
    const next = [...services];
    const [one] = next.splice(index, 1);
    next.splice(index + by, 0, one as string);
    change({ services: next });
  };
  if (!all.length) return <Text color="ink2">{words.nothingSetUp}</Text>;
  return (
    <>
      <Text color="ink2" mb="8px">
        {words.chosenInOrder}
      </Text>
      {faults.services ? <State tone="brick">{faults.services}</State> : null}
      {services.map((id, index) => {
        const service = known.get(id);
        const name = service?.name ?? id;
        return (
          <Flex key={id} align="center" gap="4px" bg="white" borderWidth="1px" borderColor="line" mb="6px" p="6px 8px">
            <Box flex="1" minW="0">
              <Text fontWeight="650">{name}</Text>
              {service ? (
                <Text color="ink2" fontSize="small">
                  {about(service)}
                </Text>
              ) : (
                <State tone="amber">{words.gone(id)}</State>
              )}
            </Box>
            <IconButton name={words.up(name)} disabled={index === 0} onClick={() => moved(index, -1)}>
              <ArrowUp size={14} />
            </IconButton>
            <IconButton
              name={words.down(name)}
              disabled={index === services.length - 1}
              onClick={() => moved(index, 1)}
            >
              <ArrowDown size={14} />
            </IconButton>
            <IconButton
              name={words.leave(name)}
              onClick={() => change({ services: services.filter((one) => one !== id) })}
            >
              <Minus size={14} />
            </IconButton>
          </Flex>
        );
      })}
      <Group title={words.notChosen} mt="12px">
        {others.length ? null : <Text color="ink2">{words.allChosen}</Text>}
        {others.map((service) => (
          <Flex key={service.id} align="center" py="3px">
            <Box flex="1" minW="0">
              <Text>{service.name}</Text>
              <Text color="ink2" fontSize="small">
                {about(service)}
              </Text>
            </Box>
            <IconButton name={words.take(service.name)} onClick={() => change({ services: [...services, service.id] })}>
              <Plus size={14} />
            </IconButton>
          </Flex>
        ))}
      </Group>
    </>
  );
}
