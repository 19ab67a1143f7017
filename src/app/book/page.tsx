import { requireMember } from '@/server/session';
import { Frame } from '@/ui/Frame';
import { BookingForm } from '@/ui/book/BookingForm';

export default async function Book() {
  const member = await requireMember();
  return (
    <Frame member={member} where="Book a vehicle">
      <BookingForm />
    </Frame>
  );
}
