import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';

/** A computer's sound with nobody listening: what is played on it can be read back. */
export interface Sink {
  /** Where programs find it (PULSE_SERVER). */
  readonly server: string;
  /** Listens, from when it resolves until told to stop; gives the samples of the left side, at 48 kHz. */
  listen(): Promise<{ stop(): Promise<Float32Array> }>;
  close(): Promise<void>;
}

/** Starts a PulseAudio of its own below `folder`, with a null sink. */
export async function openSink(folder: string): Promise<Sink> {
  mkdirSync(folder, { recursive: true });
  const socket = join(folder, 'pulse.sock');
  const env = { ...process.env, HOME: folder, XDG_RUNTIME_DIR: folder, PULSE_SERVER: `unix:${socket}` };
  const modules = ['module-null-sink sink_name=ear rate=48000 channels=2', `module-native-protocol-unix socket=${socket} auth-anonymous=1`];
  const options = ['-n', '--daemonize=no', '--exit-idle-time=-1', '--use-pid-file=no', '--disable-shm=yes'];
  const server = spawn('pulseaudio', [...options, ...modules.flatMap((each) => ['-L', each])], { env, stdio: 'ignore' });
  const closed = new Promise<void>((resolve) => server.on('close', () => resolve()));
  for (let tries = 0; spawnSync('pactl', ['info'], { env }).status !== 0; tries++) {
    if (tries === 50) throw new Error('PulseAudio did not start.');
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return {
    server: env.PULSE_SERVER,
    listen: async () => {
      const ear = spawn('parec', ['--device=ear.monitor', '--format=float32le', '--rate=48000', '--channels=2', '--latency-msec=20'], {
        env,
      });
      const parts: Buffer[] = [];
      await new Promise<void>((resolve) => ear.stdout.once('data', () => resolve()));
      ear.stdout.on('data', (part: Buffer) => parts.push(part));
      const ended = new Promise<void>((resolve) => ear.on('close', () => resolve()));
      return {
        stop: async () => {
          ear.kill('SIGINT');
          await ended;
          const bytes = Buffer.concat(parts);
          return Float32Array.from({ length: Math.floor(bytes.length / 8) }, (_, frame) => bytes.readFloatLE(frame * 8));
        },
      };
    },
    close: async () => {
      server.kill();
      await closed;
    },
  };
}
