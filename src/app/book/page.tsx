import { requireMember } from '@/server/session';
import { Frame } from '@/ui/Frame';
import { BookingForm } from '@/ui/book/BookingForm';

export default async function Book() {
  const member = await requireMember('/book');
  return (
    <Frame member={member} where="Book a vehicle">
      <BookingForm />
    </Frame>
  );
}
