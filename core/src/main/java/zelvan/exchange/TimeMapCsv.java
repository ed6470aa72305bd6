package zelvan.exchange;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.NoSuchElementException;
import zelvan.timing.TimeMap;

/// A time map as CSV: header `sourceSeconds,outputSeconds`, both strictly increasing.
public final class TimeMapCsv {
    private TimeMapCsv() {}

    /// @throws ExchangeProblem if the file is missing, has another header, or does not increase
    public static TimeMap read(Path file) throws ExchangeProblem {
        List<TimeMap.Point> points = new ArrayList<>();
        try (CsvReader<NamedCsvRecord> csv = CsvReader.builder().ofNamedCsvRecord(file)) {
            for (NamedCsvRecord row : csv) {
                points.add(
                        new TimeMap.Point(
                                Double.parseDouble(row.getField("sourceSeconds")),
                                Double.parseDouble(row.getField("outputSeconds"))));
            }
            return TimeMap.of(points);
        } catch (IOException e) {
            throw new ExchangeProblem(
                    file, "the time map could not be read", "Check its name and place", e);
        } catch (CsvParseException | NoSuchElementException | IllegalArgumentException e) {
            throw new ExchangeProblem(
                    file,
                    "this is not a time map (" + e.getMessage() + ")",
                    "Give the columns sourceSeconds and outputSeconds, both increasing",
                    e);
        }
    }
}
