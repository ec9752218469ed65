// SPDX-License-Identifier: GPL-3.0-or-later
// Links of one shape share a judgement: it must be the very one that each would get by itself.
#include "core/match/link_shape.h"

#include <random>

#include "core/base/csv.h"
#include "core/kb/load.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/match/reports.h"
#include "core/oneline/link_line.h"
#include "core/plan/edits.h"
#include "store/project_json.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::match;
using namespace sokudo::testing;

namespace {

QString all(const LinkReport& report)
{
    QString text = QString("%1|%2|%3|%4|%5\n")
                       .arg(toQt(report.title), toQt(std::string(code(report.verdict))), toQt(report.result))
                       .arg(report.rate ? report.rate->steps() : -1)
                       .arg(report.wanted ? report.wanted->steps() : -1);
    for (const Finding& finding : report.findings)
        text += QString("%1|%2|%3|%4|%5|%6\n")
                    .arg(toQt(finding.rule.view()), toQt(finding.outcome.caseId.view()), toQt(finding.text()),
                         toQt(finding.outcome.working))
                    .arg(finding.outcome.rate ? finding.outcome.rate->steps() : -1)
                    .arg(static_cast<int>(finding.outcome.part));
    return text;
}

/// Every link of the plan both ways, with one book for all.
void compare(const plan::Plan& plan, ShapeBook& book)
{
    for (const plan::Link& link : plan::links(plan)) {
        const LinkReport shared = book.judge(plan, link);
        const LinkReport own = judge(linkContext(plan, link, knowledge()));
        QVERIFY(shared.link == link);
        QCOMPARE(all(shared), all(own));
    }
}

plan::Plan demo() { return store::importJson(kb::embeddedFiles().at("starters/lantern-row.json"), "demo")->plan; }

}  // namespace

namespace {

/// One field of a run or a port, changed at random.
Result<plan::Plan> changed(const plan::Plan& plan, plan::Run run, plan::Port port, std::mt19937& engine)
{
    const auto oneOf = [&](const auto& rows) { return rows[engine() % rows.size()].id; };
    switch (engine() % 8) {
    case 0: run.length = Length::of(1 + static_cast<double>(engine() % 200)); break;
    case 1: run.medium = oneOf(knowledge().all<kb::Medium>()); break;
    case 2: run.bundle = static_cast<plan::Bundle>(engine() % 3); break;
    case 3: port.fec = static_cast<plan::Fec>(engine() % 4); return plan::edits::putPort(plan, port);
    case 4: port.module = oneOf(knowledge().all<kb::ModuleKind>()); return plan::edits::putPort(plan, port);
    case 5: port.rates = {gigabits(10), gigabits(1)}; return plan::edits::putPort(plan, port);
    case 6: run.segments = {{plan::SegmentKind::Cord, engine() % 2 == 0, "cat5e", Length::of(2), 0}}; break;
    default: run.joints = static_cast<int>(engine() % 5);
    }
    return plan::edits::putRun(plan, run);
}

}  // namespace

class LinkShapeTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theDemoHouse()
    {
        ShapeBook book(knowledge());
        compare(demo(), book);
    }
    void everyGoldenLinkTwiceUnderOtherNames()
    {
        ShapeBook book(knowledge());
        const auto sheet = csv::parse(sourceFile("tests/data/golden_links.csv").toStdString(), "golden");
        QVERIFY(sheet);
        int lines = 0;
        for (const csv::Record& record : sheet->records()) {
            const auto plan = oneline::planFromLinkLine(sheet->cell(record, "line"), knowledge());
            if (!plan) continue;
            ++lines;
            compare(*plan, book);
            const std::size_t shapes = book.shapes();
            plan::Plan renamed = *plan;
            int next = 0;
            for (plan::Device device : plan->devices) {
                device.name = "device " + std::to_string(++next);
                renamed.devices = renamed.devices.with(device);
            }
            for (plan::Port port : plan->ports) {
                port.name = "p" + std::to_string(++next);
                renamed.ports = renamed.ports.with(port);
            }
            for (plan::Run run : plan->runs) {
                if (!run.label.empty()) run.label = "run " + std::to_string(++next);
                renamed.runs = renamed.runs.with(run);
            }
            compare(renamed, book);
            QCOMPARE(book.shapes(), shapes);  // other names are no other shape
        }
        QVERIFY2(lines > 20, qPrintable(QString::number(lines)));
    }
    void aChangeOfAnyFieldIsSeen()
    {
        const unsigned start = 5;
        qInfo("random edits start from %u", start);
        std::mt19937 engine(start);
        const auto any = [&](const auto& table) {
            auto at = table.begin();
            for (auto i = engine() % table.size(); i > 0; --i) ++at;
            return *at;
        };
        ShapeBook book(knowledge());
        plan::Plan plan = demo();
        for (int i = 0; i < 250; ++i) {
            const Result<plan::Plan> next = changed(plan, any(plan.runs), any(plan.ports), engine);
            if (!next) continue;
            plan = *next;
            compare(plan, book);
            if (QTest::currentTestFailed()) return;
        }
    }
    void reportsKeepTheirOrder()
    {
        const auto report = [](const char* title, Verdict verdict, std::int64_t id) {
            LinkReport one;
            one.title = title;
            one.verdict = verdict;
            one.link.runs = {{id}};
            return std::make_shared<const LinkReport>(std::move(one));
        };
        Reports reports;
        std::vector<ReportPtr> kept;
        std::mt19937 engine(3);
        for (int i = 0; i < 2000; ++i) {
            kept.push_back(
                report(("t" + std::to_string(engine() % 500)).c_str(), static_cast<Verdict>(engine() % 6), i + 1));
            reports = reports.with(kept.back());
            if (i % 3 == 0) {
                const std::size_t which = engine() % kept.size();
                reports = reports.without(kept[which]);
                kept.erase(kept.begin() + static_cast<std::ptrdiff_t>(which));
            }
        }
        std::sort(kept.begin(), kept.end(), WorstFirst());
        QCOMPARE(reports.size(), kept.size());
        std::size_t at = 0;
        for (const LinkReport& one : reports) QCOMPARE(&one, kept[at++].get());
        for (std::size_t i = 0; i < kept.size(); i += 97) QCOMPARE(reports.row(i), kept[i]);
    }
};

SOKUDO_TEST(LinkShapeTest)
#include "link_shape_test.moc"
