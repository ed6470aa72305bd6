package zelvan.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;

/// Whether two paths lead to the same place.
final class Places {
    private Places() {}

    /// Whether both are one file, through links and other spellings too; of files that are not
    /// there, whether they would be.
    static boolean same(Path a, Path b) {
        try {
            if (Files.exists(a) && Files.exists(b)) {
                return Files.isSameFile(a, b);
            }
        } catch (IOException e) {
            // Compared by name below.
        }
        return key(a).equals(key(b));
    }

    /// The same for all spellings of a place; many file systems do not tell cases apart, so neither
    /// does this.
    static String key(Path path) {
        return java.text.Normalizer.normalize(real(path).toString(), java.text.Normalizer.Form.NFC)
                .toLowerCase(Locale.ROOT);
    }

    /// Absolute, with the links of the folder resolved as far as there is one. The file itself may
    /// be a link: writing would take the link's place, not that of what it leads to.
    static Path real(Path path) {
        Path full = path.toAbsolutePath().normalize();
        Path folder = full.getParent();
        if (folder == null || full.getFileName() == null) {
            return full;
        }
        try {
            return folder.toRealPath().resolve(full.getFileName());
        } catch (IOException e) {
            return real(folder).resolve(full.getFileName());
        }
    }
}
