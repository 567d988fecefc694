package exactum.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Names as banks write them (common practice, no source). */
class NamesTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Jürgen Müller | JUERGEN MUELLER | WHOLE",
                "Jürgen Müller | Muller, Jurgen | WHOLE",
                "Jürgen Müller | Herr Dr. Jürgen Müller | WHOLE",
                "Jürgen Müller | Jürgen Müller und Anna Müller | WHOLE",
                "Jürgen Müller | J. Müller | NEARLY",
                "D. McHugh | Dermot McHugh | NEARLY",
                "D. McHugh | Mc Hugh D | NEARLY",
                "Jürgen Müller | Anna Müller | PARTLY",
                "Jürgen Müller | Muster | NONE",
                "Quay House Sailing Ltd | QUAY HOUSE SAILING LIMITED | WHOLE",
                "Quay House Sailing Ltd | Quayhouse Sailing | WHOLE",
                "Voiles du Lac S.A.R.L. | VOILES DU LAC SARL | WHOLE",
                "Quay House Sailing Regatta Ltd | QUAY HOUSE SAILING REG | NEARLY",
                "Segelschule Reedharbour GmbH & Co. KG | SEGELSCHULE REEDHARBO | NEARLY",
                "Reedharbour Marine Paint | Seewind Marine Paint | PARTLY",
                "Weißbach Yachtbau | Weissbach Yachtbau | WHOLE",
                "Łódź Żagle | LODZ ZAGLE | WHOLE",
                "Brennagh Éamonn | Brenagh Eamonn | WHOLE"
            })
    void a_name_is_told_as_it_is_written(String ours, String theirs, Names.Likeness like) {
        assertThat(Names.of(ours).like(Names.of(theirs))).isEqualTo(like);
    }
}
