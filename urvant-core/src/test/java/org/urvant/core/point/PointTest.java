package org.urvant.core.point;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.TreeMap;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.point.iec60870.InformationObject;
import org.urvant.core.point.iec60870.InformationType;
import org.urvant.core.range.Interval;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;
import org.urvant.core.tree.Section;

class PointTest {
    private static final PointSpace IEC104 = PointSpaces.byId("iec60870-5-104").orElseThrow();
    private static final PointSpace IEC101 = PointSpaces.byId("iec60870-5-101").orElseThrow();
    private static final PointSpace IEC61850 = PointSpaces.byId("iec61850").orElseThrow();
    private static final PointSpace MODBUS = PointSpaces.byId("modbus").orElseThrow();

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
        "M_SP_TA_1,2",
        "M_DP_TA_1,4",
        "M_ST_TA_1,6",
        "M_BO_NA_1,7",
        "M_BO_TA_1,8",
        "M_ME_TA_1,10",
        "M_ME_TB_1,12",
        "M_ME_TC_1,14",
        "M_IT_TA_1,16",
        "M_EP_TA_1,17",
        "M_EP_TB_1,18",
        "M_EP_TC_1,19",
        "M_PS_NA_1,20",
        "M_ME_ND_1,21",
        "M_EP_TD_1,38",
        "M_EP_TE_1,39",
        "M_EP_TF_1,40",
        "M_BO_TB_1,33",
        "C_BO_NA_1,51",
        "C_BO_TA_1,64",
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

    /** The highest octet first (IEC 60870-5-101:2003, 7.2.5). */
    @ParameterizedTest
    @CsvSource({"M_SP_NA_1 1.2,258", "M_SP_NA_1 1.2.3,66051", "M_SP_NA_1 0.0.9,9", "M_SP_NA_1 255.255.255,16777215"})
    void addressesCanBeWrittenOctetByOctet(String text, int address) {
        assertThat(IEC104.read(text, Role.SERVER)).isEqualTo(new InformationObject(InformationType.M_SP_NA_1, address));
        assertThat(PointSpaces.byId("iec60870-5-101")
                        .orElseThrow()
                        .read(text, Role.SERVER)
                        .text())
                .isEqualTo("M_SP_NA_1 " + address);
    }

    @Property
    void informationObjectsRoundTrip(
            @ForAll InformationType type,
            @ForAll @IntRange(min = 1, max = 16_777_215) int address,
            @ForAll @IntRange(min = 0, max = 65_534) int common,
            @ForAll boolean isSelected) {
        boolean isCommand = type.direction() == InformationType.Direction.CONTROL;
        InformationObject object = new InformationObject(type, address, common, isCommand && isSelected);
        assertThat(IEC101.read(object.text(), Role.SERVER)).isEqualTo(object);
        Assume.that(!type.hasShortTime());
        assertThat(IEC104.read(object.text(), Role.SERVER)).isEqualTo(object);
        assertThat(IEC104.text(Section.of(new TreeMap<>(object.fields())))).isEqualTo(object.text());
        assertThat(object.claim())
                .as("selected or not, it is one point")
                .isEqualTo(new InformationObject(type, address, common, false).claim());
        InformationObject other = new InformationObject(type, address, common == 1 ? 2 : 1, false);
        assertThat(object.claim().overlaps(other.claim()))
                .as("each station counts apart")
                .isFalse();
    }

    /** Types with a time of three octets are of IEC 60870-5-101 alone (IEC 60870-5-104:2006, 8.7); 32 bits are from 0 on. */
    @ParameterizedTest
    @CsvSource({
        "M_SP_TA_1, M_SP_TB_1",
        "M_DP_TA_1, M_DP_TB_1",
        "M_ST_TA_1, M_ST_TB_1",
        "M_ME_TC_1, M_ME_TF_1",
        "M_IT_TA_1, M_IT_TB_1",
        "M_BO_TA_1, M_BO_TB_1",
        "M_ME_TA_1, M_ME_TD_1",
        "M_ME_TB_1, M_ME_TE_1"
    })
    void shortTimesAreOfSerialLinesAlone(String type, String instead) {
        assertThat(IEC101.read(type + " 7", Role.SERVER).text()).isEqualTo(type + " 7");
        assertThatThrownBy(() -> IEC104.read(type + " 7", Role.SERVER))
                .hasMessage(
                        type + " has a time of three octets, which IEC 60870-5-104 does not know; expected " + instead);
        assertThat(IEC101.carriers(IEC101.holds(type))).contains(type);
        assertThat(IEC104.carriers(IEC104.holds(type))).doesNotContain(type);
        for (String bits : List.of("M_BO_TB_1", "C_BO_NA_1")) {
            assertThat(IEC104.holds(bits).range()).isEqualTo(Interval.of(0, 4_294_967_295L));
            assertThat(IEC104.carriers(IEC104.holds(bits))).contains(bits);
        }
    }

    /**
     * What relays tell of their protection (IEC 60870-5-101:2003, 7.2.6.10 to 7.2.6.12) goes on as that alone; nothing else is made
     * into it. What is mapped anew has the long time tag where it is monitored, none where it is commanded.
     */
    @ParameterizedTest
    @CsvSource({
        "M_EP_TA_1, M_EP_TD_1, 3, true, true",
        "M_EP_TB_1, M_EP_TE_1, 63, true, true",
        "M_EP_TC_1, M_EP_TF_1, 15, true, true",
        "M_EP_TD_1, M_EP_TD_1, 3, true, true",
        "M_PS_NA_1, M_PS_NA_1, 65535, true, false",
        "M_ME_ND_1, M_ME_TD_1, 0.999969482421875, false, false",
        "M_ME_NA_1, M_ME_TD_1, 0.999969482421875, true, false",
        "M_SP_NA_1, M_SP_TB_1, 1, true, false",
        "M_BO_NA_1, M_BO_TB_1, 4294967295, true, false",
        "M_IT_TA_1, M_IT_TB_1, 2147483647, true, true",
        "C_SC_TA_1, C_SC_NA_1, 1, false, true",
        "M_DP_TA_1, M_DP_TB_1, 3, true, true",
        "M_ST_NA_1, M_ST_TB_1, 63, true, false",
        "M_ME_TB_1, M_ME_TE_1, 32767, true, true",
        "M_ME_NC_1, M_ME_TF_1, 1, true, false",
        "M_ME_TE_1, M_ME_TE_1, 32767, true, true",
        "M_EP_TF_1, M_EP_TF_1, 15, true, true",
        "C_DC_TA_1, C_DC_NA_1, 3, false, true",
        "C_RC_TA_1, C_RC_NA_1, 3, false, true",
        "C_SE_TA_1, C_SE_NA_1, 0.999969482421875, false, true",
        "C_SE_TB_1, C_SE_NB_1, 32767, false, true",
        "C_SE_NC_1, C_SE_NC_1, 1, false, false",
        "C_BO_TA_1, C_BO_NA_1, 4294967295, false, true"
    })
    void typesGoOnAsWhatTheyAre(
            InformationType type, String renewed, BigDecimal highest, boolean quality, boolean time) {
        assertThat(IEC104.alike(new InformationObject(type, 7))).contains(renewed);
        assertThat(type.hasTime()).isEqualTo(time);
        assertThat(IEC101.carriesTime(type.name())).isEqualTo(time);
        assertThat(IEC101.carriesQuality(type.name())).isEqualTo(quality);
        Shape shape = IEC101.holds(type.name());
        if (shape.range().isBounded()) {
            assertThat(shape.range().high()).isEqualByComparingTo(highest);
        }
        assertThat(IEC101.carriers(shape).contains(type.name()))
                .as("made of other values")
                .isEqualTo(!type.name().startsWith("M_EP"));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "M_DP_TB_1 0",
                "M_DP_TB_1 1.256",
                "M_DP_TB_1 1.2.3.4",
                "M_DP_TB_1 0.0.0",
                "M_DP_TB_1 1 of 0",
                "M_DP_TB_1 1 of 65535",
                "M_DP_TB_1 1 of",
                "M_DP_TB_1 1 48",
                "M_DP_TB_1 16777216",
                "M_DP_TB_1",
                "M_DP_TB_1 -1",
                "M_DP_TX_1 5",
                "5",
                "",
                "C_SC_NA_1 5 sel",
                "M_SP_TB_1 5 select",
                "C_SC_NA_1 5 select x"
            })
    void whatIsNoInformationObjectIsRefusedWithWhatWasFound(String text) {
        assertThatThrownBy(() -> IEC104.read(text, Role.SERVER)).isInstanceOf(IllegalArgumentException.class);
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
            assertThat(IEC61850.read(text, Role.SERVER).text()).isEqualTo(text);
        } else {
            assertThatThrownBy(() -> IEC61850.read(text, Role.SERVER)).hasMessageContaining(text);
        }
    }

    @ParameterizedTest
    @EnumSource(InformationType.class)
    void everyTypeHasABlockOfItsDirection(InformationType type) {
        AddressGroup group = IEC104.group(type.name());
        boolean control = List.of("command", "set-point", "bit-command").contains(group.word());
        assertThat(control).isEqualTo(type.direction() == InformationType.Direction.CONTROL);
        assertThat(group.whole().contains(group.standard())).isTrue();
        assertThat(IEC104.groups()).contains(group);
    }

    /** References and addresses as MODBUS Application Protocol V1.1b3, 4.4, pairs them: register 40108 is 0x006B on the line. */
    @ParameterizedTest
    @CsvSource({
        "ref:40108 uint16,      holding:107 uint16,       holding, 1712, 1728",
        "ref:400108 uint16 AB,  holding:107 uint16,       holding, 1712, 1728",
        "holding:12 float32,    holding:12 float32 ABCD,  holding, 192, 224",
        "ref:30001 int32 CDAB,  input:0 int32 CDAB,       input, 0, 32",
        "input:65535 int16 BA,  input:65535 int16 BA,     input, 1048560, 1048576",
        "holding:65532 float64, holding:65532 float64 ABCDEFGH, holding, 1048512, 1048576",
        "holding:5.3,           holding:5.3,              holding, 83, 84",
        "holding:5.4-7,         holding:5.4-7,            holding, 84, 88",
        "ref:40006.0-15,        holding:5.0-15,           holding, 80, 96",
        "ref:00173,             coil:172,                 coil, 172, 173",
        "ref:10197,             discrete:196,             discrete, 196, 197",
        "coil:65535,            coil:65535,               coil, 65535, 65536",
        "holding:0 bcd32 CDAB,  holding:0 bcd32 CDAB,     holding, 0, 32"
    })
    void modbusPointsAreReadAndClaimWhatTheyTake(String text, String canonical, String area, long first, long end) {
        PlacedPoint point = (PlacedPoint) MODBUS.read(text, Role.SERVER);
        assertThat(point.text()).isEqualTo(canonical);
        assertThat(point.claim()).isEqualTo(new Claim(area, first, end));
        assertThat(MODBUS.read(canonical, Role.SERVER)).isEqualTo(point);
    }

    @ParameterizedTest
    @CsvSource({
        "coil,                  is no point of Modbus",
        "holding:7,             does not say what the register holds",
        "holding:7 float33,     Did you mean 'float32'",
        "holding:7 float32 AB,  'is no order of the octets of float32; expected ABCD, CDAB, BADC, DCBA'",
        "holding:65535 float32, holding 65535 to 65536 is outside 0 to 65535",
        "coil:65536,            coil 65536 is outside 0 to 65535",
        "coil:1.2,              is one bit",
        "coil:1 uint16,         is one bit",
        "holding:5.16,          a register has bits 0 to 15",
        "holding:5.3 uint16,    a bit has no type",
        "holding:5.9-16,        a register has bits 0 to 15",
        "holding:5.7-4,         a field of bits begins with the lowest",
        "holding:5.4-4,         a field of bits begins with the lowest",
        "coil:5.0-3,            is one bit",
        "register:5 uint16,     is no kind of data of Modbus",
        "ref:40000 uint16,      'count from 1: 40001 is the first, on the line holding:0'",
        "ref:20001 uint16,      the first is 0 for coils",
        "ref:401 uint16,        five or six digits",
        "ref:465537 uint16,     outside 0 to 65535",
        "holding:1 uint16 AB x, is no point of Modbus",
        "holding:-1 uint16,     is no point of Modbus"
    })
    void whatIsNoPointOfModbusIsRefusedWithWhatWasExpected(String text, String message) {
        assertThatThrownBy(() -> MODBUS.read(text, Role.SERVER))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining(message);
    }

    @ParameterizedTest
    @CsvSource({
        "holding:5.3,       holding:5.4,        false",
        "holding:5.3,       holding:5 uint16,   true",
        "holding:5.3,       holding:5.0-3,      true",
        "holding:5.4-7,     holding:5.0-3,      false",
        "holding:4 float32, holding:5 uint16,   true",
        "holding:4 float32, holding:6 uint16,   false",
        "holding:4 float32, holding:3 float32,  true",
        "holding:4 uint16,  input:4 uint16,     false",
        "coil:4,            discrete:4,         false",
        "holding:0 int64,   holding:3.15,       true"
    })
    void whatLiesOnTheSameBitsOverlaps(String one, String other, boolean overlaps) {
        Claim first = ((PlacedPoint) MODBUS.read(one, Role.SERVER)).claim();
        Claim second = ((PlacedPoint) MODBUS.read(other, Role.SERVER)).claim();
        assertThat(first.overlaps(second)).isEqualTo(overlaps);
        Claims<String> claims = new Claims<>();
        claims.add(new Claim("holding", 5000, 5064), "far");
        claims.add(first, one);
        assertThat(claims.overlapping(second).isPresent()).isEqualTo(overlaps);
    }

    /** Bits of a register that are a number hold whole numbers from 0 on, and carry what lies within. */
    @ParameterizedTest
    @CsvSource({"0-1, 3", "4-7, 15", "0-14, 32767", "0-15, 65535"})
    void severalBitsAreANumber(String bits, long highest) {
        PlacedPoint point = (PlacedPoint) MODBUS.read("holding:5." + bits, Role.SERVER);
        assertThat(MODBUS.text(Section.of(new TreeMap<>(point.fields())))).isEqualTo(point.text());
        Shape held = MODBUS.holds(point.carrier());
        assertThat(held).isEqualTo(new Shape(Form.WHOLE, Access.COMMAND, Interval.of(0, highest)));
        assertThat(MODBUS.carriers(held)).contains(point.carrier());
        assertThat(MODBUS.carriers(new Shape(Form.WHOLE, Access.COMMAND, Interval.of(0, highest + 1))))
                .doesNotContain(point.carrier());
        assertThat(MODBUS.carriers(new Shape(Form.DOUBLE, Access.READ, Interval.of(0, 3))))
                .contains("input bits2");
        assertThat(MODBUS.onLine(point, new SignalValue(3L, Quality.GOOD, Instant.EPOCH)))
                .isEqualTo("3");
    }

    /** What holds whole numbers is offered only where every number that can come fits. */
    @ParameterizedTest
    @CsvSource({
        "WHOLE, -128, 127,        int32, 'int16 int32 int64'",
        "WHOLE, 0, 4294967295,    uint32, 'uint32 int64 uint64'",
        "WHOLE, -1, 4294967295,   int64, int64",
        "COUNTER, -2147483648, 2147483647, int32, 'int32 int64'",
        "COUNTER, 0, 99999999,    uint32, 'uint32 int32 int64 uint64 bcd32'"
    })
    void carriersHoldTheWholeRange(Form form, long low, long high, String first, String types) {
        List<String> carriers = MODBUS.carriers(new Shape(form, Access.READ, Interval.of(low, high)));
        assertThat(carriers.get(0).split(" ")[1]).isEqualTo(first);
        assertThat(carriers.stream().map(carrier -> carrier.split(" ")[1])).containsOnly(types.split(" "));
    }

    @Test
    void aSpaceKnowsWhatItCannotMap() {
        assertThat(PointSpaces.all())
                .extracting(PointSpace::id)
                .containsExactly("can", "iec60870-5-101", "iec60870-5-104", "iec61850", "modbus");
        assertThat(MODBUS.asksLists(Role.CLIENT)).isTrue();
        assertThat(MODBUS.asksLists(Role.SERVER)).isFalse();
        assertThatThrownBy(() -> PointSpaces.byId("can").orElseThrow().read("x", Role.MEMBER))
                .hasMessageContaining("cannot be mapped yet");
        assertThat(MODBUS.takesSignals(Role.CLIENT)).isFalse();
        assertThat(IEC61850.carriers(Shape.of(Form.REAL, Access.READ))).isEmpty();
    }
}
