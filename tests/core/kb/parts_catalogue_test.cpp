// SPDX-License-Identifier: GPL-3.0-or-later
// The tables of parts, prices and practices: what they say is what the engine does, and what they name exists.
#include "testing.h"

#include <fmt/format.h>

#include "core/kb/check.h"
#include "core/kb/load.h"
#include "core/kb/part_rows.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/rule_rows.h"
#include "core/kb/trade_rows.h"
#include "core/oneline/link_line.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

/// The finding of a link about one clause family, or the verdict of the whole link.
Verdict verdictOf(const std::string& line)
{
    const auto report = oneline::judgeLinkLine(line, knowledge());
    if (!report) qWarning("%s", report.error().message().c_str());
    return report ? report->verdict : Verdict::Unsafe;
}

}  // namespace

class PartsCatalogueTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// fibre_joints.csv against the rules of joints and polarity.
    void jointsAndPolarity()
    {
        int checked = 0;
        for (const kb::FibreJoint& row : knowledge().all<kb::FibreJoint>()) {
            std::string line;
            if (row.what == "polish")
                line = fmt::format("sfp+:10gbase-lr / os2 2km polish={} / sfp+:10gbase-lr",
                                   row.first == row.second ? row.first : "mixed");
            else if (row.what == "duplex")
                line =
                    fmt::format("sfp+:10gbase-lr / os2 2km crossings={} / sfp+:10gbase-lr", row.first == "odd" ? 3 : 2);
            else line = fmt::format("qsfp28:100gbase-sr4 / om4 50m mpo={} / qsfp28:100gbase-sr4", row.first);
            if (row.id == "apc-apc")
                line = "qsfp28:100g-psm4 / os2 30m polish=apc / qsfp28:100g-psm4";  // single-mode MPO is angled
            QVERIFY2(verdictOf(line) == row.verdict, (row.id + ": " + line).c_str());
            ++checked;
        }
        QCOMPARE(checked, static_cast<int>(knowledge().all<kb::FibreJoint>().size()));
    }
    /// Every leg PHY of a break-out that is an optic links at the leg rate when the wide port is split.
    void breakOuts()
    {
        int checked = 0;
        for (const kb::BreakOut& row : knowledge().all<kb::BreakOut>())
            for (const std::string& leg : text::words(row.legPhys)) {
                const kb::Phy* phy = knowledge().find<kb::Phy>(leg);
                QVERIFY(phy && phy->rate == row.legRate);
                if (!kb::isFibre(phy->medium)) continue;
                for (const kb::Phy& wide : knowledge().all<kb::Phy>()) {
                    if (wide.lanePhy != leg || wide.cage != row.cage || !kb::moduleNamed(knowledge(), wide.id))
                        continue;
                    const char* fibre = phy->medium == kb::MediumKind::Multimode ? "om4" : "os2";
                    const auto line = fmt::format("{}:{},split={},can-split=yes,leg=1 / {} 30m / {}:{}", row.cage,
                                                  wide.id, row.legs, fibre, row.legCage, leg);
                    const auto report = oneline::judgeLinkLine(line, knowledge());
                    QVERIFY2(report && report->rate && *report->rate == row.legRate,
                             (line + (report ? ": " + report->reason() : "")).c_str());
                    ++checked;
                }
            }
        QVERIFY2(checked >= 2, qPrintable(QString::number(checked)));
    }
    void whatIsNamedExists_data()
    {
        QTest::addColumn<QString>("file");
        QTest::addColumn<QString>("from");
        QTest::addColumn<QString>("to");
        QTest::addColumn<QString>("says");
        const auto row = [](const char* file, const char* from, const char* to, const char* says) {
            QTest::newRow(file) << file << from << to << says;
        };
        row("supplies.csv", "om4,0.60", "om9,0.60", "unknown medium om9");
        row("phy_uses.csv", "10gbase-t,2.3", "10gbase-q,2.3", "unknown phy 10gbase-q");
        row("media_converters.csv", "rj45,f,coax-version", "rj45,f,coax-colour", "unknown value coax-colour");
        row("practices.csv", "dac dac-active", "dac dac-passive", "unknown medium dac-passive");
        row("break_outs.csv", "4,25,sfp28", "4,50,sfp28", "carry more than its cage");
        row("cage_adapters.csv", "qsfp28,sfp28", "qsfp28,sfp82", "unknown cage");
        row("module_codes.csv", "10gbase-sr,10GBASE-SR", "10gbase-xr,10GBASE-SR", "unknown phy 10gbase-xr");
        row("traits.csv", "qsfp-to-sfp qsfp+-to-sfp+", "qsfp-to-sfp", "adapter does not offer qsfp+-to-sfp+");
        row("labours.csv", "setting,", "settings,", "the row setting is missing");
        row("link_down_steps.csv", ",practice,typical\nspeed", ",hearsay,typical\nspeed", "unknown source hearsay");
        row("acceptance.csv", "cat6,next-a,channel,1,250", "cat6,next-a,channel,250,1", "does not hold");
        row("connectors.csv", "mpo,MPO-12", "mpo12,MPO-12", "unknown connector mpo");
    }
    void whatIsNamedExists()
    {
        QFETCH(QString, file);
        QFETCH(QString, from);
        QFETCH(QString, to);
        QFETCH(QString, says);
        kb::Files files = kb::embeddedFiles();
        std::string& text = files.at(file.toStdString());
        const std::size_t at = text.find(from.toStdString());
        QVERIFY2(at != std::string::npos, qPrintable(from));
        text.replace(at, static_cast<std::size_t>(from.size()), to.toStdString());
        const auto kb = kb::load(files);
        QVERIFY2(kb, kb ? "" : kb.error().message().c_str());
        QStringList wrong;
        for (const std::string& one : kb::contradictions(*kb)) wrong << toQt(one);
        QVERIFY2(wrong.join("\n").contains(says), qPrintable(wrong.join("\n")));
    }
    void everyPriceIsAboveNothing()
    {
        for (const kb::Supply& row : knowledge().all<kb::Supply>()) {
            QVERIFY2(row.longest > Length{} && row.nanosecondsPerMetre > 3 && row.nanosecondsPerMetre < 6,
                     row.medium.c_str());
            QVERIFY(!row.priceEach || *row.priceEach >= 0);
        }
        for (const kb::PhyUse& row : knowledge().all<kb::PhyUse>()) QVERIFY(row.microseconds > 0);
        for (const kb::Practice& row : knowledge().all<kb::Practice>())
            QVERIFY(!row.one.media.empty() && !row.other.media.empty() && row.one.says != row.other.says &&
                    row.one.name != row.other.name && !row.why.empty());
    }
    /// The page that explains a line names everything a line can say; the page of the tables names every table.
    void theDocumentsAreWhole()
    {
        const QString lines = QString::fromUtf8(sourceFile("docs/one-line.md"));
        for (const kb::TraitKind& kind : knowledge().all<kb::TraitKind>())
            QVERIFY2(lines.contains("`" + toQt(kind.id) + (kind.type == kb::TraitType::Flag ? "`" : "=`")),
                     kind.id.c_str());
        const QString tables = QString::fromUtf8(sourceFile("data/README.md"));
        for (const auto& [name, content] : kb::embeddedFiles())
            if (name.ends_with(".csv")) QVERIFY2(tables.contains("`" + toQt(name) + "`"), name.c_str());
    }
};

SOKUDO_TEST(PartsCatalogueTest)
#include "parts_catalogue_test.moc"
