package org.urvant.scl.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.urvant.scl.reading.PlantedMistake.check;
import static org.urvant.scl.reading.PlantedMistake.text;

import java.io.IOException;
import java.util.regex.Matcher;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Finding;
import org.urvant.scl.SclRules;

/** What a file says against what the standard makes of its names, and what its IEDs do against what they say they can. */
class SclStandardTest {
    /** Columns: what stands in the station's file, what stands there instead, the rule, a part of its message. */
    @ParameterizedTest(name = "{2}: {0} → {1}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
            bufMode="both"    | bufMode="unbuffered"                        | service-not-offered    | F01CTRL/LLN0.BR.status is buffered; F01 says that it has unbuffered ones only
            bufMode="both"    | bufMode="buffered"                          | service-not-offered    | F01MEAS/LLN0.RP.measurements is unbuffered; F01 says
            <GOOSE max="4"/>  |                                             | service-not-offered    | F01 is to send F01PROT/LLN0.GO.trips_out, and does not say that it can (GOOSE)
            <SMVsc max="1"/>  |                                             | service-not-offered    | M01 is to send M01MU/LLN0.MS.phases
            goose="true" bufReport="true" | bufReport="true"                | service-not-offered    | takes its data by GOOSE, and F01 does not say that it can
            goose="true" bufReport="true" | goose="true"                    | service-not-offered    | input busbar-earthed takes its data by Report, and F01
            goose="true" sv="true" | goose="true"                           | service-not-offered    | takes its data by SMV, and T01
            bufReport="true" unbufReport="true" | bufReport="true"          | service-not-offered    | F01MEAS/LLN0.RP.measurements is kept for GW1, which does not say that it takes unbuffered reports
            goose="true" sv="true" | goose="true" sv="true" maxSMV="0"      | service-limit-exceeded | streams of sampled values that T01 takes: 1; it says that the most are 0 (ClientServices maxSMV)
            goose="true" bufReport="true" | goose="true" bufReport="true" maxGOOSE="0" | service-limit-exceeded | GOOSE messages that F01 takes: 1; it says that the most are 0
            <TrgOps dchg="true" qchg="true" period="true" gi="true"/> | <TrgOps period="true"/> | report-without-changes | F01CTRL/LLN0.BR.status is triggered by no change of data; a change comes with the next integrity report, every 60000 ms
            <TrgOps dchg="true" qchg="true" gi="true"/> | <TrgOps qchg="true"/> | report-without-changes | F01PROT/LLN0.BR.trips is triggered by no change of data; it is sent only when a client asks
            <TrgOps dchg="true" qchg="true" gi="true"/> | <TrgOps dchg="true" gi="false"/> | report-without-start | what does not change never comes
            entryID="true" |                                                | report-without-entry   | F01CTRL/LLN0.BR.status is buffered
            <DO name="Pos" type="MF7_DPC_status"/> | <DO name="Pos" type="MF7_SPS"/> | data-class-differs | Pos of LNodeType MF7_XCBR is of class SPS; an object of this name is DPC
            <DO name="Ind1" type="MF7_SPS"/> | <DO name="Ind1" type="MF7_INS"/> | data-class-differs | Ind1 of LNodeType MF7_GGIO is of class INS; an object of this name is SPS
            <DA name="stVal" bType="Dbpos" | <DA name="stVal" bType="BOOLEAN" | data-class-differs | stVal of DOType MF7_DPC_status has the basic type BOOLEAN; in class DPC it is Dbpos or Enum
            <DA name="q" bType="Quality" | <DA name="q" bType="INT32"       | data-class-differs     | has the basic type INT32; in class ENC it is Quality
            <DA name="stVal" bType="Dbpos" fc="ST" dchg="true" | <DA name="stVal" bType="Dbpos" fc="ST" | data-class-differs | has not the trigger dchg
            <BDA name="ctlVal" bType="BOOLEAN"/> | <BDA name="ctlVal" bType="INT32"/> | data-class-differs | ctlVal of DAType MF7_Oper_DPC has the basic type INT32; in class DPC it is BOOLEAN
            <BDA name="Test" bType="BOOLEAN"/> |                            | object-missing         | DAType MF7_Oper_DPC of class DPC lacks Test
            <EnumVal ord="1">forward</EnumVal> | <EnumVal ord="7">forward</EnumVal> | enumeration-differs | 'forward' is 7 in EnumType MF7_FaultDirectionKind, which stands for dirGeneral; the standard gives it 1
            <EnumVal ord="3">Earthing Switch | <EnumVal ord="7">Earthing Switch | enumeration-differs | which stands for SwTyp; the standard gives it 3
            <EnumVal ord="72">Wh | <EnumVal ord="82">Wh                     | enumeration-differs    | the standard gives it 72
            <FCDA ldInst="PROT" lnClass="PTRC" lnInst="1" doName="Tr" fc="ST"/> | <FCDA ldInst="CTRL" lnClass="CSWI" lnInst="1" doName="Pos" fc="CO"/> | member-not-sent | dataset trips lists CTRL/CSWI1.Pos under CO
            <ClientLN iedName="GW1" apRef="AP1" ldInst="none" lnClass="ITCI" lnInst="1"/> | <ClientLN iedName="GW1" apRef="AP1" ldInst="none" lnClass="ITCI" lnInst="1"/><ClientLN apRef="AP1" iedName="GW1" ldInst="none" lnClass="ITCI" lnInst="1"/> | receiver-twice | F01CTRL/LLN0.BR.status names GW1 twice
            <IEDName>F02</IEDName> |                                        | receiver-unlisted      | F02 takes F01PROT/LLN0.GO.trips_out
            serviceType="GOOSE" srcLDInst="PROT" srcLNClass="LLN0" srcCBName="trips_out" intAddr="trip-from-neighbour" | serviceType="SMV" intAddr="trip-from-neighbour" | source-data-missing | no message of F02 carries PROT/RBRF1.OpEx.general, which is to come by SMV
            <DA name="SBOw"   | <DA name="SBOx"                             | control-model-misfit   | is sbo-with-enhanced-security, but DOType MF7_DPC has no SBOw
            type="MF7_CtlModelKind" fc="CF"><Val>status-only | type="MF7_CtlModelKind" fc="CF"><Val>direct-with-normal-security | control-model-misfit | is direct-with-normal-security, but DOType MF7_ENC_Beh has no Oper
            smpRate="80"      | smpRate="4000"                              | sample-rate            | M01MU/LLN0.MS.phases has a rate of 4000 samples a period
            smpRate="80"      | smpRate="80" smpMod="SmpPerSec"             | sample-rate            | 80 samples a second
            <MaxTime unit="s" multiplier="m">1000 | <MaxTime unit="s" multiplier="m">600000 | goose-times | MaxTime is 600000 ms: so long nobody notices that the sender is gone
            <SDI name="phsAB"><SDI name="units"><DAI name="SIUnit"><Val>V | <SDI name="phsAB"><SDI name="units"><DAI name="SIUnit"><Val>A | unit-differs | the unit of F01MEAS/MMXU1.PPV is A; expected V
            <SDI name="phsB"><SDI name="units"> | <SDI name="phsA"><SDI name="units"> | duplicate-element      | there are two of instance 'F01MEAS/MMXU1.A.phsA'
            datSet="status" confRev="1" buffered | confRev="1" buffered     | report-without-dataset | F01CTRL/LLN0.BR.status is kept for GW1, and has no dataset
            <TrgOps dchg="true" qchg="true" period="true" gi="true"/> | <TrgOps dchg="true" period="true" gi="true"/> | report-without-changes | is triggered by no change of quality (qchg)
            smpRate="80"      |                                             | element-incomplete     | <SampledValueControl> has no smpRate
            <Header id="Skarholm" | <Header                                 | element-incomplete     | <Header> has no id
            <BDA name="f" bType="FLOAT32"/> | <BDA name="f" bType="INT32"/> | data-class-differs     | f of DAType MF7_AnalogueValue has the basic type INT32; it is FLOAT32
            <DA name="t" bType="Timestamp" fc="ST"/> | <DA name="t" bType="Timestamp" fc="MX"/> | data-class-differs | t of DOType MF7_ENC_Beh has the functional constraint MX, and stVal ST
            <SubEquipment name="B" phase="B" | <SubEquipment name="B" phase="A" | part-twice             | there are two sub-equipments of phase A in Skarholm/K2/
            <P type="IP-SUBNET">255.255.255.0</P> |                         | address-without-mask   | the address of F01 AP1 has an IP and no IP-SUBNET
            <P type="IP-SUBNET">255.255.255.0</P> | <P type="IP-SUBNET">255.255.255.0</P><P type="VLAN-PRIORITY">4</P> | not-in-standard | the address of F01 AP1 has VLAN-PRIORITY, which belongs to messages
            type="8-MMS"      | type="8-MNS"                                | not-in-standard        | SubNetwork of skarholm.scd station-bus is of the type '8-MNS'
            <PhysConn type="Connection" | <PhysConn type="Conection"        | not-in-standard        | Did you mean 'Connection'?
            appID="F01-trips" | appID="F01-trips" securityEnable="Sign"     | attribute-malformed | securityEnable of F01PROT/LLN0.GO.trips_out is 'Sign'; expected None, Signature
            smpRate="80"      | smpRate="80" smpMod="SmpPerSecond"          | attribute-malformed    | expected SmpPerPeriod, SmpPerSec or SecPerSmp
            actSG="1"         | actSG="1" resvTms="x"                       | attribute-malformed    | resvTms of F01PROT/LLN0 is 'x'
            apName="AP1">     | apName="AP1" redProt="PRP">                 | attribute-malformed    | redProt of F01 AP1 is 'PRP'; expected none, hsr, prp or rstp
            multiplier="M">100< | multiplier="M">0<                         | attribute-malformed    | the bit rate of station-bus is '0'; expected a number above 0
            <EnumVal ord="6">M< | <EnumVal ord="9">M<                       | enumeration-differs    | 'M' is 9 in EnumType MF7_MultiplierKind
            <EnumType id="MF7_MultiplierKind"> | <EnumType id="MF7_CurveCharKind"><EnumVal ord="1">IEC Very Inverse</EnumVal></EnumType><DAType id="MF7_Curve"><BDA name="setCharact" bType="Enum" type="MF7_CurveCharKind"/></DAType><EnumType id="MF7_MultiplierKind"> | enumeration-differs | 'IEC Very Inverse' is 1 in EnumType MF7_CurveCharKind, which stands for setCharact; the standard gives it 10
            <EnumType id="MF7_MultiplierKind"> | <EnumType id="MF7_CmdQualKind"><EnumVal ord="1">pulse</EnumVal></EnumType><DAType id="MF7_Pulse"><BDA name="cmdQual" bType="Enum" type="MF7_CmdQualKind"/></DAType><EnumType id="MF7_MultiplierKind"> | enumeration-differs | which stands for cmdQual; the standard gives it 0
            <BDA name="SIUnit" bType="Enum" type="MF7_SIUnitKind"/> | <BDA name="SIUnit" bType="Enum" type="MF7_SIUnitKind"><Val>A</Val></BDA> | unit-differs | the unit of F01MEAS/MMXU1.PhV is A by its type; expected V
            <DAI name="scaleFactor"><Val>0.001 | <DAI name="scaleFactor"><Val>0.0 | value-not-of-type      | value '0.0' of scaleFactor must be another number than 0
            <LNode iedName="T01" ldInst="CTRL" lnClass="CSWI" lnInst="1"/> | <LNode iedName="T01" ldInst="CTRL" lnClass="XCBR" lnInst="1"/> | node-placed-twice | CTRL/XCBR1 of T01 stands twice in Skarholm/K2/T01/QA1
            <LNode iedName="T01" ldInst="MEAS" lnClass="MHAI" lnInst="1"/> | <LNode iedName="T01" ldInst="CTRL" lnClass="XCBR" lnInst="1"/> | node-at-other-equipment | CTRL/XCBR1 of T01 is at Skarholm/K2/T01/BI1, which is of the type CTR; a switch is CBR or DIS
            <LNode iedName="T01" ldInst="MEAS" lnClass="MHAI" lnInst="1"/> | <LNode iedName="T01" ldInst="CTRL" lnClass="XCBR" lnInst="1"/> | node-placed-twice | CTRL/XCBR1 of T01 stands for Skarholm/K2/T01/QA1 and for Skarholm/K2/T01/BI1
            name="BI1" type="CTR" desc="Current transformer" | name="BI1" type="VTR" desc="Current transformer" | node-at-other-equipment | MU/I1TCTR1 of M01 is at Skarholm/K2/T01/BI1/A, which is of the type VTR; expected CTR
            <LNode iedName="T01" ldInst="MEAS" lnClass="MHAI" lnInst="1"/> | <LNode iedName="None" lnClass="MHAI" lnInst="1" lnType="MHAI_spec"/> | place-node-missing | Skarholm/K2/T01/BI1: the type 'MHAI_spec' of MHAI1 is not in the file
            <Terminal name="T2" connectivityNode="Skarholm/K2/T01/L2" substationName="Skarholm" voltageLevelName="K2" bayName="T01" cNodeName="L2"/> | <Terminal name="T2" connectivityNode="Skarholm/K2/T01/L1" substationName="Skarholm" voltageLevelName="K2" bayName="T01" cNodeName="L1"/> | terminals-joined | both terminals of Skarholm/K2/T01/QA1 lead to Skarholm/K2/T01/L1
            <PhysConn type="Connection"> | <PhysConn type="RedConn"><P type="Port">1</P></PhysConn><PhysConn type="Connection"> | part-twice | there are two physical connections at port 1 of F01 AP1
            <P type="IP">192.0.2.11</P> |                                   | address-without-mask   | the address of F01 AP1 has an IP-SUBNET and no IP
            <P type="OSI-TSEL">0001</P> | <P type="OSI-AP-Title">1,3,x</P>  | address-out-of-range   | OSI-AP-Title '1,3,x' of F01
            <P type="OSI-TSEL">0001</P> | <P type="OSI-AE-Qualifier">first</P> | address-out-of-range | OSI-AE-Qualifier 'first' of F01
            <P type="IP">192.0.2.12</P> | <P type="IP">198.51.100.12</P>    | gateway-outside        | is not in the subnet of 198.51.100.12
            doName="Tr" fc="ST"/> | doName="Tr" daName="general" fc="ST"/>  | quality-not-sent       | F01PROT/LLN0.GO.trips_out carries PROT/PTRC1.Tr
            <FCDA ldInst="MU" prefix="I3" lnClass="TCTR" lnInst="1" doName="AmpSv" daName="q" fc="MX"/> | | quality-not-sent | M01MU/LLN0.MS.phases carries MU/I3TCTR1.AmpSv without quality
            lnClass="TCTR" lnInst="1" doName="AmpSv" daName="q" fc="MX"/> | lnClass="TCTR" lnInst="1" doName="ARtg" fc="SP"/> | member-unlikely | M01MU/LLN0.MS.phases carries MU/I1TCTR1.ARtg under SP
            <SettingGroups><SGEdit resvTms="true"/><ConfSG resvTms="true"/></SettingGroups> | | service-not-offered | F01PROT/LLN0 has several setting groups, and F01 does not say that it has any
            <ConfReportControl max="12" | <ConfReportControl max="8"        | service-limit-exceeded | F01 has report control blocks with 9 instances and says it can hold 8 of them
            """)
    void whatIsAgainstTheStandardIsFound(String from, String to, String rule, String message) throws IOException {
        PlantedMistake.isFound(from, to, rule, message);
    }

    /** What one edition or another allows, or what is left open, is told by nobody. */
    @ParameterizedTest(name = "{0} {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            <DA name="stVal" bType="Dbpos" fc="ST" dchg="true" | <DA name="stVal" bType="Dbpos" fc="ST" dupd="true"
            <TrgOps dchg="true" qchg="true" period="true" gi="true"/> | <TrgOps dchg="true" qchg="true" period="true" gi="false"/>
            <TrgOps dchg="true" qchg="true" period="true" gi="true"/> | <TrgOps dupd="true" qchg="true" period="true"/>
            <Val>sbo-with-enhanced-security</Val></DAI>               | <Val>4</Val></DAI>
            <DAI name="ctlModel"><Val>status-only                     | <DAI name="ctlModel"><Val>direct-with-enhanced-security
            <EnumVal ord="2">blocked                                  | <EnumVal ord="2">on-blocked
            <EnumVal ord="1">forward                                  | <EnumVal ord="1">towards the line
            <EnumVal ord="4">High Speed Earthing Switch                | <EnumVal ord="4">high speed earthing switch
            <EnumVal ord="38">W                                       | <EnumVal ord="62">W
            <DAI name="SIUnit"><Val>A                                 | <DAI name="SIUnit"><Val>5
            smpRate="80"                                              | smpRate="4800" smpMod="SmpPerSec"
            smpRate="80"                                              | smpRate="256"
            <ClientServices goose="true" bufReport="true"/>           |
            <ClientServices goose="true" bufReport="true"/>           | <ClientServices goose="true" unbufReport="1" maxGOOSE="1"/>
            <ConfReportControl max="12" bufMode="both"/>               | <ConfReportControl max="12"/>
            <MaxTime unit="s" multiplier="m">1000                     | <MaxTime unit="s" multiplier="m">60000
            <IEDName>S01</IEDName>                                    |
            serviceType="GOOSE" srcLDInst="PROT" srcLNClass="LLN0" srcCBName="trips_out" intAddr="trip-from-neighbour" | serviceType="GOOSE" intAddr="trip-from-neighbour"
            """)
    void whatIsAllowedIsNotTold(String from, String to) throws IOException {
        assertThat(PlantedMistake.planted(from, to)).isEmpty();
    }

    /** Nodes that watch messages are as many as the maker says. */
    @Test
    void nodesThatWatchMessagesAreCounted() throws IOException {
        String watching = text("skarholm.scd")
                .replaceFirst("<GOOSE max=\"4\"/>", "$0<SupSubscription maxGo=\"1\" maxSv=\"0\"/>")
                .replaceFirst(
                        "<LN lnClass=\"PTRC\"",
                        "<LN lnClass=\"LGOS\" inst=\"1\" lnType=\"L\"/><LN lnClass=\"LGOS\" inst=\"2\" lnType=\"L\"/>"
                                + "<LN lnClass=\"LSVS\" inst=\"1\" lnType=\"L\"/>$0");
        assertThat(check(watching, "skarholm.scd").findings())
                .filteredOn(finding -> finding.rule().equals(SclRules.SERVICE_LIMIT_EXCEEDED))
                .extracting(Finding::message)
                .containsExactlyInAnyOrder(
                        "nodes that watch GOOSE messages (LGOS) that F01 has: 2; it says that the most are 1"
                                + " (SupSubscription maxGo)",
                        "nodes that watch streams (LSVS) that F01 has: 1; it says that the most are 0"
                                + " (SupSubscription maxSv)");
    }

    /** Several changes at once; the rule and a part of its message come last. */
    @Test
    void whatOnePartSaysAgainstAnotherIsFound() throws IOException {
        String station = text("skarholm.scd");
        String mac = "<P type=\"MAC-Address\">02-00-5E-10-00-11</P>";
        found(
                station.replace("192.0.2.11</P>", "192.0.2.11</P>" + mac)
                        .replace("192.0.2.12</P>", "192.0.2.12</P>" + mac.replace("5E", "5e")),
                "duplicate-mac",
                "MAC address 02-00-5E-10-00-11 is also that of F01");
        found(
                station.replaceFirst(
                        "192.0.2.12</P>\\s*(<P type=\"IP-SUBNET\">255.255.255.0</P>)[^\n]*\n[^\n]*",
                        "198.51.100.12</P>$1"),
                "subnet-alone",
                "F02 is 198.51.100.12 with the mask 255.255.255.0; nothing else of station-bus is in that subnet");
        String lines = "<ConnectedAP iedName=\"F02\" apName=\"AP1\"";
        int end = station.indexOf("</ConnectedAP>", station.indexOf(lines)) + "</ConnectedAP>".length();
        String sender = station.substring(station.indexOf(lines), end);
        String elsewhere = "<SubNetwork name=\"other-bus\" type=\"8-MMS\">" + sender
                + "</SubNetwork><SubNetwork name=\"station-bus\"";
        found(
                station.replace(sender, lines + "/>").replaceFirst("<SubNetwork name=\"station-bus\"", elsewhere),
                "subnet-differs",
                "F01 is on station-bus, but takes trips_out from F02 on other-bus");
        found(
                station.replaceFirst("(<DA name=\"setMag\"[^\n]*fc=\")SG(\"/>)", "$1SG$2$1SE$2"),
                "duplicate-element",
                "'setMag' of DOType");
    }

    /** A node that watches a message, or takes data, by a reference to it. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            textBlock =
                    """
            GoCBRef | F02PROT/LLN0.trips_out       | -
            GoCBRef | F02PROT/LLN0$GO$trips_out    | -
            GoCBRef | F02PROT/LLN0.trips           | F01PROT/LGOS1.GoCBRef.setSrcRef is 'F02PROT/LLN0.trips', but F02PROT/LLN0 has no GOOSE control block 'trips'
            GoCBRef | F02PROT/LLN1.trips_out       | but F02PROT has no logical node LLN1. Did you mean 'LLN0'?
            GoCBRef | F09PROT/LLN0.trips_out       | but there is no logical device F09PROT. Did you mean
            GoCBRef | M01MU/LLN0.phases            | but M01MU/LLN0 has no GOOSE control block 'phases'
            SvCBRef | M01MU/LLN0.phases            | -
            InRef1  | F02PROT/PTRC1.Tr.general     | -
            InRef1  | F02PROT/PTRC1$ST$Tr$general  | -
            InRef1  | F02PROT/PTRC1.Trip.general   | but F02PROT/PTRC1 has no Trip
            InRef1  | @                            | -
            """)
    void aReferenceLeadsToWhatIsThere(String object, String reference, String message) throws IOException {
        String watching = text("skarholm.scd")
                .replaceFirst(
                        "<LN lnClass=\"PTRC\"",
                        "<LN lnClass=\"LGOS\" inst=\"1\" lnType=\"L\"><DOI name=\"" + object
                                + "\"><DAI name=\"setSrcRef\"><Val>" + Matcher.quoteReplacement(reference)
                                + "</Val></DAI></DOI></LN>$0")
                .replaceFirst(
                        "<DataTypeTemplates>",
                        "$0<LNodeType id=\"L\" lnClass=\"LGOS\"><DO name=\"" + object + "\" type=\"R\"/></LNodeType>"
                                + "<DOType id=\"R\" cdc=\"ORG\"><DA name=\"setSrcRef\" bType=\"ObjRef\" fc=\"SP\"/></DOType>");
        assertThat(check(watching, "skarholm.scd").findings())
                .filteredOn(finding -> finding.rule().equals(SclRules.REFERENCE_LEADS_NOWHERE))
                .extracting(Finding::message)
                .satisfies(found -> assertThat(String.join("", found)).contains(message == null ? "" : message))
                .hasSize(message == null ? 0 : 1);
    }

    private static void found(String text, String rule, String message) {
        assertThat(check(text, "skarholm.scd").findings()).anySatisfy(finding -> {
            assertThat(finding.rule().id()).isEqualTo(rule);
            assertThat(finding.message()).contains(message);
        });
    }
}
