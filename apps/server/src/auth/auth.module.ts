import { Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { AuthController } from './auth.controller';
import { AuthRepository } from './auth.repository';
import { AuthService } from './auth.service';
import { SessionCookie } from './sessionCookie';
import { SessionGuard } from './session.guard';

@Module({
  controllers: [AuthController],
  exports: [AuthRepository, AuthService, SessionCookie],
  providers: [AuthService, AuthRepository, SessionCookie, { provide: APP_GUARD, useClass: SessionGuard }],
})
export class AuthModule {}
