import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { sessionQuery, signIn } from "../api/queries";
import { Button } from "../ui/Button";
import { TextField } from "../ui/plainFields";

/** Name and password, when the studio is not the demo. */
export function SignInPlace() {
	const queries = useQueryClient();
	const [name, setName] = useState("owner");
	const [password, setPassword] = useState("");
	const enter = useMutation({
		mutationFn: () => signIn(name, password),
		onSuccess: (session) => queries.setQueryData(sessionQuery.queryKey, session),
	});
	const submit = (event: FormEvent) => {
		event.preventDefault();
		enter.mutate();
	};
	return (
		<main className="mx-auto mt-24 max-w-sm px-5">
			<form onSubmit={submit} className="tray space-y-3 p-6">
				<h1 className="flex items-center gap-3 text-2xl">
					<img src={`${import.meta.env.BASE_URL}mark.svg`} alt="" className="size-9" /> Arch Top
				</h1>
				<TextField label="Name" complete="username" value={name} onChange={setName} />
				<TextField
					label="Password"
					kind="password"
					complete="current-password"
					value={password}
					onChange={setPassword}
				/>
				{enter.error && (
					<p role="alert" className="text-sm text-lye">
						{enter.error.message}
					</p>
				)}
				<Button type="submit" look="main" className="w-full" disabled={enter.isPending}>
					Sign in
				</Button>
				<p className="text-xs text-soft">
					The password was shown in the terminal when the studio was first started.
				</p>
			</form>
		</main>
	);
}
