import { type CanActivate, createParamDecorator, type ExecutionContext, Injectable, SetMetadata } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { parse } from 'cookie';
import type { Request } from 'express';
import { Refusal } from '../refusal/refusal';
import type { TeacherRow } from './auth.repository';
import { AuthService } from './auth.service';

/** Where the application keeps the name of its cookie. */
export const COOKIE_NAME = 'session cookie';
/**
 * The session's cookie. Behind TLS its name says to the browser that nobody but this very host may have set it.
 *
 * Source: RFC 6265bis, 4.1.3.2 (`__Host-`).
 */
export const sessionCookieName = (tls: boolean): string => (tls ? '__Host-cifra_session' : 'cifra_session');
const OPEN = 'open-route';

/** Marks a route that needs no session. Every other route is closed. */
export const Open = (): MethodDecorator & ClassDecorator => SetMetadata(OPEN, true);

export interface SignedInRequest extends Request {
  teacher?: TeacherRow;
}

export const sessionToken = (request: Request): string | undefined =>
  parse(request.headers.cookie ?? '')[String(request.app.get(COOKIE_NAME))];

/**
 * Whether a browser that does not say where a request comes from names another origin than the address that it asked
 * for.
 */
function isForeign({ headers: { origin, host } }: Request): boolean {
  if (origin === undefined) return false;
  try {
    return new URL(origin).host !== host;
  } catch {
    // `null`, or no address: a page of nobody's.
    return true;
  }
}

/** The signed-in teacher. */
export const Teacher = createParamDecorator((_data: unknown, context: ExecutionContext): TeacherRow => {
  const { teacher } = context.switchToHttp().getRequest<SignedInRequest>();
  if (teacher === undefined) throw new Refusal('not-signed-in', 'Sign in first.');
  return teacher;
});

/** Closes every route by default, and refuses changes that another site's page asks for. */
@Injectable()
export class SessionGuard implements CanActivate {
  constructor(
    private readonly auth: AuthService,
    private readonly reflector: Reflector,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const request = context.switchToHttp().getRequest<SignedInRequest>();
    const changes = !['GET', 'HEAD', 'OPTIONS'].includes(request.method);
    const site = request.headers['sec-fetch-site'];
    if (changes && (site === undefined ? isForeign(request) : site !== 'same-origin' && site !== 'none'))
      throw new Refusal('cross-site', 'This request came from another site and was refused.');
    if (
      this.reflector.getAllAndOverride<boolean | undefined>(OPEN, [context.getHandler(), context.getClass()]) === true
    )
      return true;
    const token = sessionToken(request);
    const teacher = token === undefined ? undefined : await this.auth.teacherOf(token);
    if (teacher === undefined) throw new Refusal('not-signed-in', 'Sign in first.');
    request.teacher = teacher;
    return true;
  }
}
