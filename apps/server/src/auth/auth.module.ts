import { Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { AuthController } from './auth.controller';
import { AuthRepository } from './auth.repository';
import { AuthService } from './auth.service';
import { SessionGuard } from './session.guard';

@Module({
  controllers: [AuthController],
  exports: [AuthRepository],
  providers: [AuthService, AuthRepository, { provide: APP_GUARD, useClass: SessionGuard }],
})
export class AuthModule {}
