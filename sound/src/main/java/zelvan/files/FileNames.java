package zelvan.files;

import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Locale;
import java.util.Set;

/// Names that people gave, as names of files.
public final class FileNames {
    /// File systems take 255 bytes; there is room left for an ending.
    private static final int MOST_BYTES = 200;

    /// Devices of Windows, which cannot be files there whatever their ending.
    private static final Set<String> DEVICES =
            Set.of(
                    "con", "prn", "aux", "nul", "com1", "com2", "com3", "com4", "com5", "com6",
                    "com7", "com8", "com9", "lpt1", "lpt2", "lpt3", "lpt4", "lpt5", "lpt6", "lpt7",
                    "lpt8", "lpt9");

    private FileNames() {}

    /// One name that every file system takes and that leads nowhere else: without separators,
    /// control characters and leading dots, and not too long.
    ///
    /// @param name what somebody wrote
    /// @return at least one letter
    public static String of(String name) {
        String plain =
                Normalizer.normalize(name, Normalizer.Form.NFC)
                        .replaceAll("[\\p{Cntrl}\\p{Cs}/\\\\:*?\"<>|]+", " ")
                        .replaceAll("\\s+", " ")
                        .replaceAll("^[. ]+|[. ]+$", "");
        String shorter = shortened(plain).replaceAll("[. ]+$", "");
        if (shorter.isEmpty()) {
            return "Untitled";
        }
        return DEVICES.contains(shorter.toLowerCase(Locale.ROOT)) ? shorter + " song" : shorter;
    }

    private static String shortened(String name) {
        int end = 0;
        int bytes = 0;
        while (end < name.length()) {
            int letter = name.codePointAt(end);
            bytes += Character.toString(letter).getBytes(StandardCharsets.UTF_8).length;
            if (bytes > MOST_BYTES) {
                break;
            }
            end += Character.charCount(letter);
        }
        return name.substring(0, end);
    }
}
