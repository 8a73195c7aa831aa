import { Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { AuthController } from './auth.controller';
import { AuthRepository } from './auth.repository';
import { AuthService } from './auth.service';
import { FailureLimit } from './failureLimit';
import { SessionCookie } from './sessionCookie';
import { SessionGuard } from './session.guard';

@Module({
  controllers: [AuthController],
  exports: [AuthRepository, AuthService, FailureLimit, SessionCookie],
  providers: [AuthService, AuthRepository, FailureLimit, SessionCookie, { provide: APP_GUARD, useClass: SessionGuard }],
})
export class AuthModule {}
