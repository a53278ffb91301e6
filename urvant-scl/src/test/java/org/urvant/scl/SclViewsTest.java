package org.urvant.scl;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.entry;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Finding;

/** The views on sketches of files, without a reader. */
class SclViewsTest {
    private static final String TYPES =
            """
            DataTypeTemplates
              LNodeType id=N lnClass=GGIO
                DO name=Beh type=D
                DO name=Har type=H
              LNodeType id=Z lnClass=LLN0
                DO name=Mod type=D
                DO name=Beh type=D
                DO name=Health type=D
                DO name=NamPlt type=D
              DOType id=D cdc=SPS
                DA name=stVal bType=BOOLEAN fc=ST valKind=RO
                DA name=set bType=INT8 fc=SG
              DOType id=H cdc=HMV
                DA name=har bType=Struct type=V fc=MX count=num
                DA name=num bType=INT8U fc=CF
              DAType id=V
                BDA name=mag bType=FLOAT32
                BDA name=few bType=INT8 count=2
            """;

    private static SclFile ied(String inner) {
        return SclSketch.file(
                "version=2007 revision=B",
                """
                IED name=A
                  AccessPoint name=P
                    Server
                      LDevice inst=L
                        LN0 lnClass=LLN0 lnType=Z
                """
                        + inner.indent(8)
                        + TYPES);
    }

    private static List<LogicalNode> nodes(SclFile file) {
        return file.ied("A").orElseThrow().nodes();
    }

    @Test
    void anArrayHasTheLengthThatItsInstanceGivesAndElementsHaveTheirOwnValues() {
        SclFile file = ied(
                """
                  SettingControl numOfSGs=3 actSG=2
                LN lnClass=GGIO inst=1 lnType=N desc=first
                  DOI name=Har
                    DAI name=num
                      Val : 2
                    SDI name=har ix=1
                      DAI name=mag
                        Val : 7.5
                LN lnClass=GGIO inst=2 lnType=N
                  DOI name=Beh
                    DAI name=set valKind=Conf valImport=true
                      Val sGroup=1 : 4
                      Val sGroup=3 : 6
                """);
        LogicalNode first = nodes(file).get(1);
        assertThat(first.attributes())
                .extracting(DataAttribute::path)
                .containsExactly(
                        "Beh.stVal",
                        "Beh.set",
                        "Har.har(0).mag",
                        "Har.har(0).few(0)",
                        "Har.har(0).few(1)",
                        "Har.har(1).mag",
                        "Har.har(1).few(0)",
                        "Har.har(1).few(1)",
                        "Har.num");
        assertThat(first.attributeAt("Har.har(1).mag").orElseThrow().value()).contains("7.5");
        assertThat(first.attributeAt("Har.har(0).mag").orElseThrow().value()).isEmpty();
        LogicalNode second = nodes(file).get(2);
        assertThat(second.attributes()).as("nothing gives the length").hasSize(3);
        assertThat(first.shape()).isNotEqualTo(second.shape());
        DataAttribute grouped = second.attributeAt("Beh.set").orElseThrow();
        assertThat(grouped.valuesByGroup()).containsExactly(entry(1, "4"), entry(3, "6"));
        assertThat(grouped.value()).contains("4");
        assertThat(grouped.valueKind()).isEqualTo(ValueKind.CONFIGURATION);
        assertThat(grouped.isValueImported()).isTrue();
        assertThat(second.attributeAt("Beh.stVal").orElseThrow().valueKind()).isEqualTo(ValueKind.READ_ONLY);
        assertThat(nodes(file).get(0).settingGroups()).contains(new SettingGroupControl(3, 2));
        assertThat(second.settingGroups()).isEmpty();
    }

    @Test
    void inputsNameTheirSourceOrWhatTheyWait() {
        SclFile file = ied(
                """
                  Inputs
                    ExtRef iedName=@ ldInst=L prefix=x lnClass=GGIO lnInst=1 doName=Ind daName=stVal serviceType=GOOSE srcCBName=c
                    ExtRef intAddr=in pLN=GGIO pDO=Ind pServT=GOOSE
                    ExtRef iedName=B ldInst=M lnClass=LLN0 doName=Beh srcLDInst=K srcPrefix=p srcLNClass=LLN1 srcLNInst=2 srcCBName=c
                """);
        List<ExternalReference> inputs = nodes(file).get(0).inputs();
        assertThat(inputs.get(0).publisher()).as("@ is the IED itself").isEqualTo("A");
        assertThat(inputs.get(0).sourceNode() + "." + inputs.get(0).sourcePath())
                .isEqualTo("L/xGGIO1.Ind.stVal");
        assertThat(inputs.get(0).controlBlockNode())
                .as("by default LLN0 beside the data")
                .isEqualTo("L/LLN0");
        assertThat(inputs.get(1).isBound()).isFalse();
        assertThat(inputs.get(1).expected()).contains("GGIO.Ind");
        assertThat(inputs.get(1).controlBlockNode()).isEmpty();
        assertThat(inputs.get(2).controlBlockNode()).isEqualTo("K/pLLN12");
        assertThat(inputs.get(2).sourcePath()).isEqualTo("Beh");
        assertThat(inputs.get(2).expected()).isEmpty();
    }

    /** A number that is none, or none that can be, counts as not given. */
    @ParameterizedTest
    @CsvSource({"3, 3", "0, 1", "250, 99", "many, 1", "99999999999999999999, 1", "-2, 1"})
    void instancesOfAReportAreBounded(String given, int instances) {
        SclFile file = ied("  ReportControl name=r confRev=x buffered=true\n    RptEnabled max=" + given);
        ReportControl report = nodes(file).get(0).reportControls().get(0);
        assertThat(report.instances()).isEqualTo(instances);
        assertThat(report.configurationRevision()).isZero();
        assertThat(report.triggersOn("dchg")).isFalse();
        assertThat(report.carries("entryID")).isFalse();
        assertThat(report.carries("bufOvfl")).isTrue();
        assertThat(report.reference()).isEqualTo("AL/LLN0.BR.r");
    }

    @Test
    void everyControlBlockIsAView() {
        SclFile file = ied(
                """
                  DataSet name=d
                    FCDA ldInst=L lnClass=LLN0 doName=Beh fc=ST
                  ReportControl name=r datSet=d
                  LogControl name=l datSet=d logName=events
                  GSEControl name=g datSet=d appID=id
                    IEDName : B
                    IEDName : B
                  SampledValueControl name=s datSet=gone multicast=false
                """);
        LogicalNode node = nodes(file).get(0);
        assertThat(node.controlBlocks())
                .extracting(ControlBlock::reference)
                .containsExactly("AL/LLN0.RP.r", "AL/LLN0.LG.l", "AL/LLN0.GO.g", "AL/LLN0.US.s");
        assertThat(node.logControls().get(0).logName()).isEqualTo("events");
        assertThat(node.gooseControls().get(0).receivers()).containsExactly("B");
        assertThat(node.gooseControls().get(0).address()).isEmpty();
        assertThat(node.sampledValueControls().get(0).dataSet()).isEmpty();
        assertThat(node.sampledValueControls().get(0).dataSetName()).isEqualTo("gone");
        assertThat(node.controlBlocks().get(1).dataSet().orElseThrow().members())
                .hasSize(1);
    }

    private static final String SITE =
            """
            Substation name=S
              VoltageLevel name=V
                Voltage unit=V multiplier=k : 10
                Bay name=B1
                  LNode iedName=A ldInst=L lnClass=GGIO lnInst=1
                  ConductingEquipment name=Q type=CBR
                    LNode iedName=A ldInst=L lnClass=GGIO lnInst=2
                    SubEquipment name=a phase=A
                    Terminal name=t connectivityNode=S/V/B1/n
                  ConnectivityNode name=n pathName=S/V/B1/n
                Bay name=B2
                  LNode lnClass=XCBR lnInst=1
            """;

    private static SclFile site(String site) {
        return SclSketch.file(
                "version=2007 revision=B",
                site
                        + """
                IED name=A
                  AccessPoint name=P
                    Server
                      LDevice inst=L
                        LN0 lnClass=LLN0 lnType=Z
                        LN lnClass=GGIO inst=1 lnType=N
                        LN lnClass=GGIO inst=2 lnType=N
                        LN lnClass=GGIO inst=3 lnType=N
                """
                        + TYPES);
    }

    @Test
    void aNodeThatIsNotNamedIsWhereAllOthersOfItsIedAre() {
        SclFile file = site(SITE);
        assertThat(nodes(file))
                .extracting(node -> node.place().map(SitePart::path).orElse(""))
                .containsExactly("S/V/B1", "S/V/B1", "S/V/B1/Q", "S/V/B1");
        SclFile apart =
                site(SITE.replace("Bay name=B2", "Bay name=B2\n      LNode iedName=A ldInst=L lnClass=GGIO lnInst=3"));
        assertThat(nodes(apart))
                .as("the level is no place for a node of unknown bay")
                .extracting(node -> node.place().map(SitePart::path).orElse(""))
                .containsExactly("", "S/V/B1", "S/V/B1/Q", "S/V/B2");
        assertThat(file.hasPlaces()).isTrue();
        assertThat(site("").hasPlaces()).isFalse();
    }

    @Test
    void partsKnowWhatIsAroundThem() {
        SitePart equipment =
                site(SITE).site().get(0).parts().get(0).parts().get(0).parts().get(0);
        assertThat(equipment.path()).isEqualTo("S/V/B1/Q");
        assertThat(equipment.within(SitePart.Kind.VOLTAGE_LEVEL).orElseThrow().voltage())
                .isEqualTo("10 kV");
        assertThat(equipment.within(SitePart.Kind.LINE)).isEmpty();
        assertThat(equipment.parts().get(0).phase()).isEqualTo("A");
        assertThat(equipment.nodes())
                .extracting(SitePart.NodeReference::toString)
                .containsExactly("A L/GGIO2");
        SitePart other = site(SITE).site().get(0).parts().get(0).parts().get(1);
        assertThat(other.nodes()).singleElement().satisfies(node -> assertThat(node.isAssigned())
                .isFalse());
        assertThat(SclCheck.check(site(SITE), ied -> true).findings())
                .extracting(Finding::rule)
                .doesNotContain(SclRules.TERMINAL_UNCONNECTED);
    }

    @Test
    void onlyWantedIedsAreChecked() {
        SclFile file = SclSketch.file(
                "version=2007 revision=B",
                """
                IED name=A
                  AccessPoint name=P
                    ServerAt apName=X
                IED name=B
                  AccessPoint name=P
                    ServerAt apName=Y
                """);
        assertThat(SclCheck.check(file, ied -> true).unsoundIeds()).containsExactlyInAnyOrder("A", "B");
        assertThat(SclCheck.check(file, "B"::equals).findings())
                .filteredOn(finding -> finding.rule() == SclRules.ACCESS_POINT_MISSING)
                .singleElement()
                .satisfies(finding -> assertThat(finding.message()).isEqualTo("B has no access point 'Y'"));
    }

    @ParameterizedTest
    @CsvSource({
        "XCBR, false, Beh Loc OpCnt Pos BlkOpn BlkCls, ''",
        "XCBR, true, Beh Loc OpCnt Pos BlkOpn BlkCls, Mod Health NamPlt CBOpCap",
        "RBRF, false, Beh OpIn, ''",
        "RBRF, false, Beh, OpEx|OpIn",
        "LPHD, true, PhyNam PhyHealth, Proxy",
        "LLN0, false, Beh, Mod Health NamPlt"
    })
    void nodeClassesAskForWhatTheStandardAsks(String code, boolean earlier, String objects, String missing) {
        assertThat(NodeClass.of(code).orElseThrow().missing(Set.of(objects.split(" ")), earlier))
                .containsExactly(missing.isEmpty() ? new String[0] : missing.split(" "));
        assertThat(NodeClass.of("QQQQ")).isEmpty();
    }

    @Test
    void anyElementCanBeReached() {
        SclFile file = ied("  Private type=maker\n    Deep a=1 b=2 : text");
        PlainElement own = nodes(file).get(0).privateElements().get(0);
        assertThat(own.writtenAttributes()).isEqualTo(Map.of("type", "maker"));
        PlainElement deep = own.elements().get(0);
        assertThat(deep.name() + " " + deep.text() + " " + deep.writtenAttributes())
                .isEqualTo("Deep text {a=1, b=2}");
        assertThat(deep.position().column()).isEqualTo(13);
        assertThat(AttributeName.meaning("har(3)")).contains("harmonics, by their order");
        assertThat(DataClass.of("DPC").map(DataClass::meaning)).contains("controllable double point");
    }
}
