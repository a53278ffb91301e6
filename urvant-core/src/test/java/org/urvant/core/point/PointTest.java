package org.urvant.core.point;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PointTest {
    /** Numbers of IEC 60870-5-101:2003, tables 8 to 11, and of IEC 60870-5-104:2006, clause 8. */
    @ParameterizedTest
    @CsvSource({
        "M_SP_NA_1,1",
        "M_DP_NA_1,3",
        "M_ST_NA_1,5",
        "M_ME_NA_1,9",
        "M_ME_NB_1,11",
        "M_ME_NC_1,13",
        "M_IT_NA_1,15",
        "M_SP_TB_1,30",
        "M_DP_TB_1,31",
        "M_ST_TB_1,32",
        "M_ME_TD_1,34",
        "M_ME_TE_1,35",
        "M_ME_TF_1,36",
        "M_IT_TB_1,37",
        "C_SC_NA_1,45",
        "C_DC_NA_1,46",
        "C_RC_NA_1,47",
        "C_SE_NA_1,48",
        "C_SE_NB_1,49",
        "C_SE_NC_1,50",
        "C_SC_TA_1,58",
        "C_DC_TA_1,59",
        "C_RC_TA_1,60",
        "C_SE_TA_1,61",
        "C_SE_TB_1,62",
        "C_SE_TC_1,63"
    })
    void typeIdentificationsAreThoseOfTheStandard(InformationType type, int code) {
        assertThat(type.code()).isEqualTo(code);
        assertThat(InformationType.of(Integer.toString(code))).contains(type);
        assertThat(type.direction() == InformationType.Direction.MONITOR).isEqualTo(code < 45);
    }

    @Property
    void informationObjectsRoundTrip(
            @ForAll InformationType type, @ForAll @IntRange(min = 1, max = 16_777_215) int address) {
        InformationObject object = new InformationObject(type, address);
        assertThat(Point.parse(Protocol.IEC104, object.text())).isEqualTo(object);
    }

    @ParameterizedTest
    @ValueSource(strings = {"M_DP_TB_1 0", "M_DP_TB_1 16777216", "M_DP_TB_1", "M_DP_TB_1 -1", "M_DP_TX_1 5", "5", ""})
    void whatIsNoInformationObjectIsRefusedWithWhatWasFound(String text) {
        assertThatThrownBy(() -> Point.parse(Protocol.IEC104, text)).isInstanceOf(IllegalArgumentException.class);
    }

    @ParameterizedTest
    @CsvSource({
        "F01CTRL/XCBR1.Pos.stVal,true",
        "F01PROT/MMXU1.A.phsA.cVal.mag.f,true",
        "L/HHarm1.Har.phsAHar(3).mag.f,true",
        "XCBR1.Pos.stVal,false",
        "F01CTRL/XCBR1,false",
        "F01CTRL/XCBR1.Pos,false",
        "1F/XCBR1.Pos.stVal,false"
    })
    void dataReferencesHaveTheFormOfTheStandard(String text, boolean sound) {
        if (sound) {
            assertThat(Point.parse(Protocol.IEC61850, text).text()).isEqualTo(text);
        } else {
            assertThatThrownBy(() -> Point.parse(Protocol.IEC61850, text)).hasMessageContaining(text);
        }
    }
}
