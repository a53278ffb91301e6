package org.urvant.scl.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.finding.Finding;
import org.urvant.scl.FileCheck;

/**
 * Files as others write them: a switchyard of edition 2007B4 with protection, control and a process bus, whose elements stand in
 * other forms and orders than those of the demo, and a relay's file of edition 2003.
 */
class OtherHandTest {
    private static final String SWITCHYARD = "switchyard.scd";

    private static String text(String name) throws IOException {
        try (InputStream in = OtherHandTest.class.getResourceAsStream(name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private static List<Finding> found(String text, String name) {
        return FileCheck.check(new SclReader().read(text.getBytes(StandardCharsets.UTF_8), name))
                .findings();
    }

    private static List<Finding> with(String from, String to) throws IOException {
        String sound = text(SWITCHYARD);
        assertThat(sound).contains(from);
        int at = sound.indexOf(from);
        String changed = sound.substring(0, at) + (to == null ? "" : to) + sound.substring(at + from.length());
        return found(changed, SWITCHYARD);
    }

    @ParameterizedTest
    @ValueSource(strings = {SWITCHYARD, "feeder-2003.icd"})
    void nothingIsFoundInWhatIsSound(String name) throws IOException {
        assertThat(found(text(name), name)).isEmpty();
    }

    /** Columns: what stands in the file, what stands there instead, the rule, a part of its message. */
    @ParameterizedTest(name = "{2}: {0} → {1}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
            type="MV_Hz"/>      | type="MV"/>                          | unit-differs            | the unit of BC1PROT/MMXU1.Hz is A by its type; expected Hz
            ldName="BC1_Control" | ldName="AT1CTRL"                    | duplicate-element       | which logical device CTRL of BC1 has too
            <IEDName apRef="P1" ldInst="CTRL" lnClass="LLN0">AT1 | <IEDName apRef="G1" ldInst="MU01" lnClass="LLN0">MU1 | receiver-unlisted | is not among the receivers that BC1 lists: MU1
            <ConnectedAP iedName="BC1" apName="G2"/> | ~~              | subnet-differs          | BC1 is on StationBus, but takes MSVCB01 from MU1 on ProcessBus
            <P type="IP">192.0.2.12 | <P type="IP">198.51.100.12       | subnet-alone            | AT1 is 198.51.100.12
            <P type="IP">192.0.2.12 | <P type="IP">192.0.2.012         | address-out-of-range    | IP '192.0.2.012' of AT1
            <P type="IP">192.0.2.12</P> | <P type="IP">192.0.2.12</P><P type="MAC-Address">02-00-5E-10-00-11</P> | duplicate-mac | MAC address 02-00-5E-10-00-11 is also that of BC1
            redProt="prp"       | redProt="hsr"                        | service-not-offered     | BC1 S1 is to be doubled by hsr
            <P type="Port">1-B  | <P type="Port">1-A                   | part-twice              | two physical connections at port 1-A of BC1 S1
            <ConfReportControl max="20" | <ConfReportControl max="2"   | service-limit-exceeded  | report control blocks with 3 instances
            <SettingGroups><SGEdit resvTms="true"/><ConfSG resvTms="true"/></SettingGroups> | ~~ | service-not-offered | BC1PROT/LLN0 has several setting groups
            goose="true" sv="true" bufReport | goose="true" sv="false" bufReport | service-not-offered | input AI1 takes its data by SMV
            <Val>MU1MU01/LLN0.MSVCB01 | <Val>MU1MU01/LLN0.MSVCB02      | reference-leads-nowhere | MU1MU01/LLN0 has no sampled-value control block 'MSVCB02'
            lnClass="PTOC" lnInst="1" doName="Op" daName="q" | lnClass="PTOC" lnInst="1" doName="Str" daName="q" | quality-not-sent | carries PROT/PTOC1.Op without quality
            lnInst="1" doName="Op" daName="general" fc="ST" | lnInst="1" doName="StrVal" daName="units" fc="CF" | member-unlikely | carries PROT/PTOC1.StrVal.units under CF
            <SDI name="pulseConfig"><DAI name="onDur"> | <SDI name="ctlModel"><DAI name="onDur"> | instance-unknown | Pos.ctlModel of CSWI_1 is a value by itself
            <DA name="db" bType="INT32U" | <DA name="db" bType="FLOAT32" | data-class-differs     | db of DOType MV has the basic type FLOAT32; in class MV it is a whole number
            <EnumVal ord="10">IEC Very | <EnumVal ord="1">IEC Very     | enumeration-differs     | which stands for setCharact; the standard gives it 10
            <EnumVal ord="2">Open< | <EnumVal ord="4">Open<            | enumeration-differs     | which stands for CBOpCap; the standard gives it 2
            <EnumVal ord="0">pulse | <EnumVal ord="1">pulse            | enumeration-differs     | which stands for cmdQual; the standard gives it 0
            <BDA name="scaleFactor" bType="FLOAT32"/> | <BDA name="scaleFactor" bType="INT32"/> | data-class-differs | scaleFactor of DAType SVC has the basic type INT32
            <ConductingEquipment name="QB1" type="DIS"> | <ConductingEquipment name="QB1" type="DIS"><LNode iedName="BC1" ldInst="CTRL" lnClass="XCBR" lnInst="1"/> | node-placed-twice | CTRL/XCBR1 of BC1 stands for SKE/E1/Q1/QA1 and for SKE/J1/Q1/QB1
            <ConductingEquipment name="QA1" type="CBR"> | <ConductingEquipment name="QA1" type="VTR"> | node-at-other-equipment | a switch is CBR or DIS
            cNodeName="L1"/>    | cNodeName="L9"/>                     | terminal-unconnected    | by its path, and to 'SKE/J1/Q1/L9' by its names
            <Voltage unit="V" multiplier="k">132</Voltage> | <Voltage unit="V" multiplier="k">132</Voltage><Voltage unit="V">33</Voltage> | duplicate-element | two of <Voltage> in one <VoltageLevel>
            <GOOSE max="8"      | <GOOSE max="1"/><GOOSE max="8"       | duplicate-element       | two of <GOOSE> in one <Services>
            datSet="dsPos" confRev="10001" | datSet="dsPos"         | revision-not-given      | sends dataset 'dsPos' and has no confRev
            version="12" revision="3" | version="12" revision="2"    | header-older            | the history has version 12.3; the header bears 12.2
            <LDevice inst="MU01" | <Private type="x"/></Server></AccessPoint><AccessPoint name="S9"><Server><Authentication/><LDevice inst="MU01" | element-incomplete | the <Server> of MU1
            <SmvOpts refresh    | <SmvOpts/><SmvOpts refresh           | duplicate-element       | two of <SmvOpts>
            <ServerAt apName="S1" desc="process"/> | <ServerAt apName="S1"/><ServerAt apName="S1"/> | duplicate-element | two of <ServerAt> in one <AccessPoint>
            <LN0 lnClass="LLN0" inst="" lnType="LLN0_2"><SettingControl numOfSGs="4" actSG="1" resvTms="30"/></LN0> | ~~ | element-incomplete | logical device BC1PROT has no <LN0>
            """)
    void aMistakeIsFound(String from, String to, String rule, String message) throws IOException {
        assertThat(with(from, to)).anySatisfy(finding -> {
            assertThat(finding.rule().id()).isEqualTo(rule);
            assertThat(finding.message()).contains(message);
        });
    }

    /** What the standard allows, though few write it so. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
            <P type="VLAN-PRIORITY">4</P><P type="VLAN-ID">00A</P> | ~~
            <P type="IP">192.0.2.12      | <P type="IP"> 192.0.2.12
            <Terminal name="T1"          | <SubEquipment name="A" phase="A"><LNode iedName="BC1" ldInst="CTRL" lnClass="XCBR" lnInst="1"/></SubEquipment><Terminal name="T1"
            <SubNetwork name="ProcessBus" type="IP"> | <SubNetwork name="ProcessBus" type="8-MMS">
            <SubNetwork name="ProcessBus" type="IP"> | <SubNetwork name="ProcessBus">
            datSet="dsRep" confRev="4"   | datSet="dsRep" confRev="0"
            datSet="dsRep" confRev="4"   | datSet="dsPos" confRev="4"
            rptID="BC1_Control/LLN0.brcbEv" | rptID=""
            bufOvfl="true"               | bufOvfl="false"
            multicast="true"             | multicast="false"
            <DAI name="scaleFactor"><Val>0.001</Val></DAI> | ~~
            <EnumVal ord="5">off</EnumVal> | ~~
            doName="Pos" daName="q" fc="ST" | doName="Pos" fc="ST"
            configVersion="1"            | configVersion=""
            type="VRX" manufacturer="Torsk" | type="VRX"
            <P type="Plug">LC</P><P type="Type">FOC</P><P type="Port">1-A | <P type="Plug">LX</P><P type="Type">Fibre</P><P type="Port">1-A
            <Terminal name="T1" connectivityNode="SKE/E1/Q1/L1" substationName="SKE" voltageLevelName="E1" bayName="Q1" cNodeName="L1"/> | ~~
            <SDO name="neut" type="CMV"/> | ~~
            <Val>30000</Val>             | <Val/>
            <DataSet name="dsRep">       | <DataSet name="dsEmpty"/><DataSet name="dsRep">
            lnClass="LLN0" doName="Beh" fc="ST" | lnClass="LLN0" fc="ST"
            serviceType="GOOSE" srcLDInst="CTRL" srcLNClass="LLN0" srcCBName="gcbPos"/></Inputs> | serviceType="GOOSE"/></Inputs>
            <Terminal name="T1_1"        | <Terminal
            <Substation name="SKE"       | <Substation name="SKW"/><Substation name="SKE"
            <Voltage unit="V" multiplier="k">132 | <Voltage unit="V">132
            <Text>East switchyard        | <Text source="plan.txt">East switchyard
            """)
    void whatIsAllowedIsNotTold(String from, String to) throws IOException {
        assertThat(with(from, to)).isEmpty();
    }
}
