package zelvan.bench.damage;

import java.util.Arrays;
import java.util.Random;

/// What can happen to the bytes of a file: cut off, overwritten, torn out, put in, or fields of its
/// head with the values that readers trip over.
final class Damage {
    private static final int HEAD_BYTES = 200;
    private static final int[] AWKWARD = {
        0, 1, 2, 7, 8, 0x7F, 0x80, 0xFF, 0x7FFF, 0xFFFF, 0x7FFFFFFF, 0x80000000, -1, -2
    };

    private Damage() {}

    static byte[] of(byte[] whole, Random random) {
        byte[] bytes = whole.clone();
        int blows = 1 + random.nextInt(3);
        for (int i = 0; i < blows && bytes.length > 16; i++) {
            bytes = blow(bytes, random);
        }
        return bytes;
    }

    private static byte[] blow(byte[] bytes, Random random) {
        int at = random.nextInt(bytes.length);
        int length = Math.min(bytes.length - at, 1 << random.nextInt(13));
        return switch (random.nextInt(8)) {
            case 0 -> Arrays.copyOf(bytes, at);
            case 1 -> without(bytes, at, length);
            case 2 -> with(bytes, at, length, random);
            case 3 -> {
                Arrays.fill(bytes, at, at + length, (byte) 0);
                yield bytes;
            }
            case 4 -> {
                bytes[at] ^= (byte) (1 << random.nextInt(8));
                yield bytes;
            }
            case 5 -> {
                for (int i = at; i < at + Math.min(length, 16); i++) {
                    bytes[i] = (byte) random.nextInt();
                }
                yield bytes;
            }
            default -> {
                field(bytes, random);
                yield bytes;
            }
        };
    }

    private static byte[] without(byte[] bytes, int at, int length) {
        byte[] left = new byte[bytes.length - length];
        System.arraycopy(bytes, 0, left, 0, at);
        System.arraycopy(bytes, at + length, left, at, left.length - at);
        return left;
    }

    private static byte[] with(byte[] bytes, int at, int length, Random random) {
        byte[] more = new byte[bytes.length + length];
        System.arraycopy(bytes, 0, more, 0, at);
        System.arraycopy(bytes, at, more, at + length, bytes.length - at);
        byte[] noise = new byte[length];
        random.nextBytes(noise);
        System.arraycopy(noise, 0, more, at, length);
        return more;
    }

    private static void field(byte[] bytes, Random random) {
        int at = random.nextInt(Math.min(HEAD_BYTES, bytes.length - 4));
        int value = AWKWARD[random.nextInt(AWKWARD.length)];
        int width = 1 << random.nextInt(3);
        boolean little = random.nextBoolean();
        for (int i = 0; i < width; i++) {
            int shift = 8 * (little ? i : width - 1 - i);
            bytes[at + i] = (byte) (value >> shift);
        }
    }
}
