// SPDX-License-Identifier: GPL-3.0-or-later
// Pieces put into a link, and the light drawn through it.
#include "plan_builder.h"

#include "core/match/light_path.h"
#include "core/match/optical_budget.h"
#include "core/match/placing.h"
#include "core/match/reports.h"
#include "core/oneline/link_line.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

struct Line {
    explicit Line(const char* text)
        : plan(*oneline::planFromLinkLine(text, knowledge())), link(match::judgeAll(plan, knowledge()).front().link)
    {}
    plan::Plan plan;
    plan::Link link;
    std::vector<match::Candidate> at(match::SwapTarget place) const
    {
        return match::candidates(plan, link, place, knowledge());
    }
    match::LinkContext context() const { return match::linkContext(plan, link, knowledge()); }
};

const match::Candidate* find(const std::vector<match::Candidate>& all, std::string_view id)
{
    const auto at = std::find_if(all.begin(), all.end(), [&](const match::Candidate& one) { return one.id == id; });
    return at == all.end() ? nullptr : &*at;
}

}  // namespace

class PlacingTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theVerdictStandsBeforeTheChoice()
    {
        const Line line("sfp+:10gbase-sr / om3 80m / sfp+:10gbase-lr");
        const auto modules = line.at(match::SwapTarget::ModuleB);
        QCOMPARE(find(modules, "10gbase-sr")->verdict, Verdict::Fits);
        QVERIFY(find(modules, "10gbase-lr")->isThere);
        QCOMPARE(find(modules, "10gbase-lr")->verdict, Verdict::NoLink);
        QVERIFY(!find(modules, "40gbase-sr4"));  // does not go in
        QCOMPARE(modules.front().verdict, Verdict::Fits);
        for (std::size_t i = 1; i < modules.size(); ++i) QVERIFY(modules[i - 1].verdict <= modules[i].verdict);
        // what the list says is what the rules say once it is there
        for (const match::Candidate& one : modules) {
            const auto next = match::placed(line.plan, line.link, match::SwapTarget::ModuleB, one.id, knowledge());
            const auto report = match::judgeAll(*next, knowledge()).front();
            QCOMPARE(report.verdict, one.verdict);
            QCOMPARE(report.rate, one.rate);
        }
    }
    void cables()
    {
        const Line line("rj45:10gbase-t / cat5e 60m / rj45:10gbase-t");
        const auto cables = line.at(match::SwapTarget::Cable);
        QCOMPARE(cables.size(), std::size_t(9));  // the categories of twisted pair
        QCOMPARE(find(cables, "cat6a")->verdict, Verdict::Fits);
        QCOMPARE(*find(cables, "cat6a")->rate, gigabits(10));
        QVERIFY(!find(cables, "om4"));  // does not plug into an RJ45 socket
        QCOMPARE(Line("sfp+ / dac 2m / sfp+").at(match::SwapTarget::Cable).front().verdict, Verdict::Fits);
        QVERIFY(line.at(match::SwapTarget::ModuleA).empty());  // a socket takes no module
    }
    void anUnknownPieceIsRefused()
    {
        const Line line("sfp+:10gbase-sr / om3 80m / sfp+:10gbase-sr");
        QVERIFY(!match::placed(line.plan, line.link, match::SwapTarget::ModuleA, "10gbase-qr", knowledge()));
        QVERIFY(!match::placed(line.plan, line.link, match::SwapTarget::Cable, "om9", knowledge()));
        const auto bare = match::placed(line.plan, line.link, match::SwapTarget::ModuleA, "", knowledge());
        QVERIFY(bare->ports.find(line.link.a)->module.empty());
    }
    void lightFallsPieceByPiece()
    {
        // 10GBASE-SR launches -7.3 dBm; 250 m at 3.5 dB/km, two pairs at 0.75: -9.675 dBm against -9.9
        const Line line("sfp+:10gbase-sr / om3 250m joints=2 / sfp+:10gbase-sr");
        const auto paths = match::lightPaths(line.context());
        QCOMPARE(paths.size(), std::size_t(2));
        const match::LightPath& path = paths.front();
        QCOMPARE(path.steps.size(), std::size_t(3));
        QCOMPARE(path.steps[0].weakest, PowerDbm::of(-7.3));
        QCOMPARE(path.steps[1].weakest, PowerDbm::of(-8.175));
        QCOMPARE(path.steps[2].weakest, PowerDbm::of(-9.675));
        QCOMPARE(path.margin(), Decibel::of(0.225));
        QVERIFY(!path.tooStrongBy());
        // the way back meets the pieces in the other order and arrives at the same level
        QCOMPARE(paths[1].steps[1].name, path.steps[2].name);
        QCOMPARE(paths[1].steps.back().weakest, path.steps.back().weakest);
    }
    void theWaterfallSumsToTheRule()
    {
        for (const char* text : {"sfp+:10gbase-lr / os2 2km joints=3 splices=2 / sfp+:10gbase-lr",
                                 "sfp+:10gbase-er / os2 8km joints=1 attenuator=5dB / sfp+:10gbase-er",
                                 "sfp+:10gbase-sr / om3 30m measured-loss=2.6 / sfp+:10gbase-sr"}) {
            const Line line(text);
            const auto loss = match::opticalLoss(line.context(), line.context().a.phy->windowNm);
            for (const match::LightPath& path : match::lightPaths(line.context()))
                QCOMPARE(path.steps.front().weakest - path.steps.back().weakest, loss->greatest);
        }
        QVERIFY(match::lightPaths(Line("sfp+ / dac 2m / sfp+").context()).empty());
        QVERIFY(match::lightPaths(Line("rj45 / cat6a 2m / rj45").context()).empty());
    }
    void tooMuchLightNamesTheExcess()
    {
        // 10GBASE-ER sends up to +4.0, the receiver takes -1.0: 10 m of fibre take 0.004 dB
        const auto paths = match::lightPaths(Line("sfp+:10gbase-er / os2 10m / sfp+:10gbase-er,rx=-3.1").context());
        QVERIFY(paths.front().tooStrongBy());
        QCOMPARE(*paths.front().tooStrongBy(), Decibel::of(4.998));
        QCOMPARE(*paths.front().measured, PowerDbm::of(-3.1));
        QVERIFY(!paths[1].measured);
    }
    void aDataSheetOverrulesTheUsualFigure()
    {
        const Line plain("sfp+:10gbase-sr / om3 250m joints=2 / sfp+:10gbase-sr"),
            better("sfp+:10gbase-sr,tx-least=-5 / om3 250m joints=2 loss-per-km=2.5 / sfp+:10gbase-sr,rx-least=-11.1");
        QCOMPARE(match::lightPaths(better.context()).front().margin(), Decibel::of(-5 - 0.625 - 1.5 + 11.1));
        QVERIFY(match::lightPaths(plain.context()).front().margin() <
                match::lightPaths(better.context()).front().margin());
        const auto at = [](const char* text) { return oneline::judgeLinkLine(text, knowledge())->verdict; };
        QCOMPARE(at("sfp+:10gbase-t-30 / cat6a 50m / rj45:10gbase-t"), Verdict::Marginal);
        QCOMPARE(at("sfp+:10gbase-t-30,module-reach=50,module-w=1.5 / cat6a 50m / rj45:10gbase-t"), Verdict::Fits);
        QCOMPARE(at("sfp+:10gbase-t-30,module-reach=49,module-w=1.5 / cat6a 50m / rj45:10gbase-t"), Verdict::Marginal);
    }
};

SOKUDO_TEST(PlacingTest)
#include "placing_test.moc"
