import { ChangePasswordDto, MIN_PASSWORD } from '@cifra/contract';
import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import { LogOut } from 'lucide-react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { changePassword, signOutElsewhere, useSessions } from '../../api/resources';
import { Button } from '../../ui/Button';
import { TextField } from '../../ui/Field';
import { useNotice } from '../../ui/Notices';
import { useAttempt } from '../../ui/useAttempt';
import { dayWords } from '../../words/pageWords';
import { reasonOf } from '../../ui/reason';

const NOTHING: ChangePasswordDto = { current: '', next: '' };

/** How a teacher comes in: the password, and where they are signed in. */
export function SignInSection() {
  const { data: sessions } = useSessions();
  const [refused, setRefused] = useState<string>();
  const {
    register,
    handleSubmit,
    reset,
    formState: { errors, isSubmitting },
  } = useForm<ChangePasswordDto>({ resolver: classValidatorResolver(ChangePasswordDto), defaultValues: NOTHING });
  const notice = useNotice();
  const attempt = useAttempt();
  const change = async (passwords: ChangePasswordDto) => {
    setRefused(undefined);
    try {
      await changePassword(passwords);
      reset(NOTHING);
      notice('The password is changed. Everywhere else you have been signed out.');
    } catch (e) {
      setRefused(reasonOf(e));
    }
  };
  const elsewhere = (sessions ?? []).filter((s) => !s.here);
  return (
    <section aria-label="Signing in">
      <h2 className="mb-2 text-[19px]">Signing in</h2>
      <form noValidate className="flex flex-wrap items-start gap-3" onSubmit={(e) => void handleSubmit(change)(e)}>
        <div className="w-56">
          <TextField
            id="password-now"
            label="Password now"
            type="password"
            autoComplete="current-password"
            error={errors.current?.message}
            {...register('current')}
          />
        </div>
        <div className="w-56">
          <TextField
            id="password-next"
            label="New password"
            type="password"
            autoComplete="new-password"
            hint={`At least ${MIN_PASSWORD} characters`}
            error={errors.next?.message}
            {...register('next')}
          />
        </div>
        <Button type="submit" className="mt-6 h-10" disabled={isSubmitting}>
          Change the password
        </Button>
      </form>
      {refused !== undefined && (
        <p role="alert" className="mt-2 rounded-md bg-warning-soft px-3 py-2 text-warning">
          {refused}
        </p>
      )}
      <div className="mt-4 flex flex-wrap items-center gap-3">
        <p>
          {elsewhere.length === 0
            ? 'You are signed in here and nowhere else.'
            : `You are signed in here and ${elsewhere.length === 1 ? 'in one other place' : `in ${elsewhere.length} other places`}, since ${[...new Set(elsewhere.map((s) => dayWords(s.since.slice(0, 10))))].slice(0, 3).join(', ')}.`}
        </p>
        {elsewhere.length > 0 && (
          <Button
            className="h-8 px-2.5"
            icon={<LogOut size={14} aria-hidden />}
            onClick={() => void attempt(signOutElsewhere)}
          >
            Sign out everywhere else
          </Button>
        )}
      </div>
    </section>
  );
}
