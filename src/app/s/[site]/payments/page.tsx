import { PaymentsScreen } from "@/studio/payment/payments-screen";

export default function Page() {
  return <PaymentsScreen />;
}
