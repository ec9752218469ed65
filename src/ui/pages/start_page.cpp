// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/start_page.h"

#include <QGridLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPainter>
#include <QScrollArea>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/house_view.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

namespace {

/// The number of a question: filled once it is answered.
class Number final : public QWidget {
public:
    explicit Number(int number) : m_number(number) { setFixedSize(scaled(26), scaled(26)); }
    void setAnswered(bool isAnswered)
    {
        m_isAnswered = isAnswered;
        update();
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(QPen(theme().planDeep, 1.4));
        painter.setBrush(m_isAnswered ? QBrush(theme().planDeep) : QBrush(Qt::NoBrush));
        painter.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
        painter.setPen(m_isAnswered ? theme().paper : theme().planDeep);
        painter.setFont(typeface(Face::Figure, 13));
        painter.drawText(rect(), Qt::AlignCenter, QString::number(m_number));
    }

private:
    int m_number;
    bool m_isAnswered = false;
};

struct Example {
    const char* line;
    const char* asks;
};
constexpr Example kExamples[] = {{"rj45:10gbase-t / cat6 50m / rj45:10gbase-t", "Will 10 Gb/s run on this cable?"},
                                 {"hdd*6 raid6 | 10g | nvme | smb", "How fast will copies be?"},
                                 {"1.2 GB in 9.8 s ±1", "What rate is that?"}};

}  // namespace

StartPage::StartPage(app::StartPresenter& presenter, StartWays ways, QWidget* parent)
    : QWidget(parent), m_presenter(presenter), m_ways(std::move(ways))
{
    auto* outer = column(this, 0, 0);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    auto* inside = new QWidget;
    auto* all = column(inside, 28, 10);
    all->addWidget(label("Start with the house you have", "title"));
    all->addWidget(label(
        "Six short questions draw it. Everything can be changed later, and what you do not know stays “not known”.",
        "soft", true));
    auto* row = new QHBoxLayout;
    row->setSpacing(28);
    row->addWidget(questions(), 5);
    row->addWidget(preview(), 5);
    row->addWidget(others(), 3);
    all->addLayout(row, 1);
    scroll->setWidget(inside);
    outer->addWidget(scroll, 1);
    outer->addWidget(examples());
    connect(&presenter, &app::StartPresenter::changed, this, &StartPage::refresh);
    refresh();
    setFocusProxy(m_fields.front());
}

QWidget* StartPage::questions()
{
    auto* holder = new QWidget;
    auto* grid = new QGridLayout(holder);
    grid->setContentsMargins(0, 8, 0, 0);
    grid->setHorizontalSpacing(14);
    grid->setVerticalSpacing(2);
    grid->setColumnStretch(1, 1);
    int row = 0;
    for (std::size_t i = 0; i < survey::kQuestions; ++i) {
        const survey::Question& one = survey::questions()[i];
        auto* number = new Number(static_cast<int>(i) + 1);
        auto* field = new QLineEdit;
        field->setPlaceholderText(one.example);
        field->setAccessibleName(one.title);
        auto* name = label(QString("%1  <span style='color:%2; font-weight:400'>%3</span>")
                               .arg(one.title, theme().soft.name(), one.says));
        name->setTextFormat(Qt::RichText);
        name->setFont(typeface(Face::Strong, 13));
        auto* note = label("", "soft", true);
        grid->addWidget(number, row + 1, 0, Qt::AlignTop);
        grid->addWidget(name, row, 1);
        grid->addWidget(field, row + 1, 1);
        grid->addWidget(note, row + 2, 1);
        note->hide();
        connect(field, &QLineEdit::textChanged, this, [this, i, number](const QString& typed) {
            number->setAnswered(!typed.trimmed().isEmpty());
            m_presenter.setAnswer(i, typed);
        });
        connect(field, &QLineEdit::returnPressed, this, [this, i] {
            if (i + 1 < m_fields.size()) m_fields[i + 1]->setFocus();
            else m_draw->setFocus();
        });
        m_fields.push_back(field);
        m_notes.push_back(note);
        row += 3;
        grid->setRowMinimumHeight(row, scaled(6));
        ++row;
    }
    auto* last = new QHBoxLayout;
    m_draw = button("Draw this house", "main", [this] { m_presenter.draw(); });
    last->addWidget(m_draw);
    last->addSpacing(12);
    last->addWidget(label("Enter goes on, Esc goes back", "soft"));
    last->addStretch(1);
    grid->addLayout(last, row, 1);
    grid->setRowStretch(row + 1, 1);
    return holder;
}

QWidget* StartPage::preview()
{
    auto* card = frame("card");
    auto* all = column(card, 12, 6);
    all->addWidget(label("As understood so far", "soft"));
    m_house = new HouseView;
    m_house->setFocusPolicy(Qt::NoFocus);
    m_house->setAttribute(Qt::WA_TransparentForMouseEvents);
    auto* scroll = new QScrollArea;
    scroll->setWidget(m_house);
    scroll->setWidgetResizable(true);
    scroll->setMinimumWidth(scaled(300));
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->viewport()->installEventFilter(this);
    all->addWidget(scroll, 1);
    m_remarks = new QVBoxLayout;
    m_remarks->setSpacing(4);
    all->addLayout(m_remarks);
    return card;
}

QWidget* StartPage::others()
{
    auto* holder = new QWidget;
    auto* all = column(holder, 0, 8);
    all->setContentsMargins(0, 8, 0, 0);
    all->addWidget(label("Or", "heading"));
    const auto offer = [&](const QString& title, const QString& says, const QString& verb,
                           const std::function<void()>& act) {
        auto* card = frame("card");
        auto* inside = new QVBoxLayout(card);
        inside->setContentsMargins(12, 8, 12, 10);
        inside->setSpacing(2);
        auto* name = label(title);
        name->setFont(typeface(Face::Strong, 13));
        inside->addWidget(name);
        inside->addWidget(label(says, "soft", true));
        auto* press = button(verb, "", act);
        press->setAccessibleName(verb + ": " + title);
        inside->addWidget(press, 0, Qt::AlignLeft);
        all->addWidget(card);
    };
    offer("This machine", "its cards, slots and modules", "Read", m_ways.readThisMachine);
    offer("A file", "a house, or one that was exported", "Open", m_ways.openFile);
    offer("Lantern Row", "a print works with every fault", "Look", [this] { m_ways.openStarter("lantern-row"); });
    offer("Rented flat", "coax and radio, no drilling", "Look", [this] { m_ways.openStarter("rented-flat"); });
    offer("Test bench", "two hosts and a few leads", "Look", [this] { m_ways.openStarter("test-bench"); });
    all->addStretch(1);
    return holder;
}

/// One-line questions need no house.
QWidget* StartPage::examples()
{
    auto* foot = frame("foot");
    auto* row = new QHBoxLayout(foot);
    row->setContentsMargins(28, 10, 28, 10);
    row->setSpacing(12);
    auto* words = new QVBoxLayout;
    words->addWidget(label("Just one question?", "heading"));
    words->addWidget(label("No house is needed.", "soft"));
    row->addLayout(words);
    for (const Example& one : kExamples) {
        auto* ask = button(QString(one.asks) + "\n" + one.line, "", [this, &one] { m_ways.ask(one.line); });
        ask->setFont(typeface(Face::Text, 12));
        ask->setToolTip(tip("Ask it in the field above"));
        row->addWidget(ask, 1);
    }
    return foot;
}

void StartPage::refresh()
{
    m_house->setContent(m_presenter.house());
    m_house->fit();
    for (std::size_t i = 0; i < m_notes.size(); ++i) {
        const QString left = m_presenter.notTaken(i);
        m_notes[i]->setText(left.isEmpty() ? QString() : "Not understood, and left out: " + left);
        m_notes[i]->setVisible(!left.isEmpty());
    }
    clear(m_remarks);
    for (const auto& remark : m_presenter.remarks()) {
        auto* row = new QHBoxLayout;
        row->setSpacing(8);
        if (remark.mark) row->addWidget(new VerdictMark(remark.mark), 0, Qt::AlignTop);
        row->addWidget(label(remark.text, remark.mark == Verdict::Unsafe ? "caution" : "soft", true), 1);
        m_remarks->addLayout(row);
    }
    m_draw->setEnabled(m_presenter.canDraw());
}

/// The preview shows all of the house, whatever room the remarks leave it.
bool StartPage::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() == QEvent::Resize && m_house) m_house->fit();
    return QWidget::eventFilter(watched, event);
}

void StartPage::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Escape)
        for (std::size_t i = 1; i < m_fields.size(); ++i)
            if (m_fields[i]->hasFocus()) {
                m_fields[i - 1]->setFocus();
                return;
            }
    QWidget::keyPressEvent(event);
}

}  // namespace sokudo::ui
