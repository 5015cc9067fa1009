using System.Collections.Immutable;
using Nube.Core.Planning;

namespace Nube.Core.Bench;

/// <summary>A print from one inking.</summary>
/// <param name="Step">Number of the step that took it, or whose card it was chosen for.</param>
/// <param name="Inking">Which inking of its pass, from 0.</param>
/// <param name="Print">Which print from it, from 1.</param>
public readonly record struct PrintTaken(int Step, int Inking, int Print);

/// <summary>
/// Which print went onto which card: in the order in which they were taken, until the maker says otherwise. Prints of one
/// inking change places; no print is on two cards.
/// </summary>
internal sealed class PrintsTaken(Plan plan)
{
    private readonly List<PrintTaken> taken = [];

    /// <summary>All of them, by the number of their step.</summary>
    public ImmutableDictionary<int, PrintTaken> ByStep => taken.ToImmutableDictionary(print => print.Step);

    /// <summary>A step is done.</summary>
    public void Done(int step)
    {
        var pass = plan.PassOf(plan.Steps[step - 1]);
        if (pass.Generations < 2)
            return;
        var before = taken.Count(print => PassOf(print.Step) == pass.Index);
        taken.Add(new PrintTaken(step, before / pass.Generations, before % pass.Generations + 1));
    }

    /// <summary>A step is not done after all; it was the last one.</summary>
    public void Back(int step)
    {
        var here = taken.FindIndex(print => print.Step == step);
        if (here < 0)
            return;
        // The palest from its inking is not taken yet; what was chosen for this card goes to the one that has that.
        Choose(step, taken.Where(print => SameInking(print, taken[here])).Max(print => print.Print));
        taken.RemoveAll(print => print.Step == step);
    }

    /// <summary>The print on the card of a step, and that of the card which had this one, change places.</summary>
    public void Choose(int step, int print)
    {
        var here = taken.FindIndex(one => one.Step == step);
        if (here < 0)
            return;
        var there = taken.FindIndex(one => one.Print == print && SameInking(one, taken[here]));
        if (there < 0)
            return;
        (taken[here], taken[there]) = (
            taken[here] with
            {
                Print = taken[there].Print,
            },
            taken[there] with
            {
                Print = taken[here].Print,
            }
        );
    }

    private bool SameInking(PrintTaken one, PrintTaken other) =>
        one.Inking == other.Inking && PassOf(one.Step) == PassOf(other.Step);

    private int PassOf(int step) => plan.Steps[step - 1].Pass;
}
